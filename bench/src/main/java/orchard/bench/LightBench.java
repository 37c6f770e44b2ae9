package orchard.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import orchard.condition.Compared;
import orchard.condition.Known;
import orchard.condition.Not;
import orchard.engine.Compiler;
import orchard.engine.Engine;
import orchard.engine.Event;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Swatch;
import orchard.gear.Traits;
import orchard.gear.Wire;
import orchard.light.Led;
import orchard.light.Light;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Rung;
import orchard.mapping.Show;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.signal.OscMessage;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/**
 * Lights with three rules each. One value is told, and its light shows another colour: that has to cost what its dependants cost, however many lights there are. Beside
 * it the same value in a rig without lights.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.NANOSECONDS)
@Warmup(iterations = 5, time = 1)
@Measurement(iterations = 7, time = 1)
@Fork(1)
public class LightBench {

    private static final long APART = 20_000_000;

    /** How many lights the rig has. */
    @Param({"10", "1000"})
    public int lights;

    private final OscMessage[] told = new OscMessage[256];
    private Engine lit;
    private Engine bare;
    private int shown;
    private int next;
    private long nanos = 1_000;

    /** Makes the rigs and what is told. */
    @Setup
    public void prepare() {
        lit = begun(lit(lights));
        bare = begun(Rigs.of(lights));
        for (int i = 0; i < told.length; i++) {
            told[i] = OscMessage.of("/desk/" + i % Math.min(lights, told.length), i / 10 % 2 == 0 ? 95f : 10f);
        }
        for (int i = 0; i < 2 * told.length; i++) {
            lights();
        }
        if (shown < told.length) {
            throw new IllegalStateException("only " + shown + " lights were shown");
        }
    }

    /** As many mappings, each with a light of three rules. */
    static Rig lit(int lights) {
        Rig plain = Rigs.of(lights);
        Rig rig = plain.apply(Edit.add("lamps", new Part.OfDevice(lamps(lights))));
        for (Mapping mapping : plain.mappings()) {
            rig = rig.apply(Edit.change(
                    "lights", new Part.OfMapping(mapping), new Part.OfMapping(mapping.with(show(mapping)))));
        }
        return rig;
    }

    private static Show show(Mapping mapping) {
        Ref.ToParameter own = mapping.target().orElseThrow();
        String number = own.parameter().replaceAll("\\D", "");
        return new Show(List.of(new Show.Answer(
                new Ref.ToLight("lamps", "l" + number),
                Show.Rule.OFF,
                Look.USUAL,
                List.of(
                        new Rung(
                                new Not(new Known(own)),
                                Show.Rule.ON,
                                Look.in("white").at(20)),
                        new Rung(new Compared(own, Compared.Is.ABOVE, 90, 0), Show.Rule.ON, Look.in("red")),
                        new Rung(new Compared(own, Compared.Is.ABOVE, 50, 0), Show.Rule.ON, Look.in("amber"))),
                0)));
    }

    private static Device lamps(int count) {
        List<Light> all = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            all.add(new Light("l" + i, "Light " + i, "", new Led(1 + i / 128, i % 128, 0, 127)));
        }
        List<Swatch> palette = new ArrayList<>();
        for (int i = 1; i < 128; i++) {
            palette.add(new Swatch(i, "c" + i, "#%06x".formatted(i * 131_071 % 0xFFFFFF)));
        }
        return new Device(
                "lamps",
                "Lamps",
                "",
                new Seat(Wire.MIDI, "Lamps", "Lamps"),
                Profile.BLANK.withLights(all).with(Traits.PLAIN.withPalette(palette)));
    }

    private Engine begun(Rig rig) {
        Engine made = new Engine(new Compiler().compile(rig), (device, message) -> shown++, null);
        made.handle(new Event.Presence(0, "desk", true));
        made.handle(new Event.Presence(0, "lamps", true));
        return made;
    }

    /** A value is told, and its light follows. */
    @Benchmark
    public void lights() {
        nanos += APART;
        lit.handle(new Event.Arrived(nanos, "desk", told[next++ & 255]));
    }

    /** The reference: a value is told, and nothing shows it. */
    @Benchmark
    public void bare() {
        nanos += APART;
        bare.handle(new Event.Arrived(nanos, "desk", told[next++ & 255]));
    }
}
