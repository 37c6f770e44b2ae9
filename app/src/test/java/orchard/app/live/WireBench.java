package orchard.app.live;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.BooleanSupplier;
import java.util.stream.Collectors;
import orchard.action.SetParameter;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.port.PortRoom;
import orchard.condition.Always;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.light.Light;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.shape.Shape;
import orchard.signal.MidiMessage;
import orchard.standin.StandIn.PanelState;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * A bank switch on Sluice, eight strips with motor and words, on its wire of 31,250 baud: how long until all of it is right, beside what the wire and the motors need at
 * least, worked out from the messages. Not a test: {@code ./orchard bench} runs it.
 */
@Tag("bench")
@ExtendWith(Orchard.class)
class WireBench {

    private static final int STRIPS = 8;
    private static final int ROUNDS = 20;
    private static final double BYTE_MILLIS = 0.32;
    /** So long a motor needs at most. */
    private static final double MOTOR_MILLIS = 80;

    @Test
    void aBankIsSwitched(TestOrchard orchard) throws IOException {
        Awaitility.await().until(() -> orchard.bean(PortRoom.class).present().containsAll(List.of("sluice", "wherry")));
        EngineRoom engine = orchard.bean(EngineRoom.class);
        strips(orchard);
        for (int track = 1; track <= 2 * STRIPS; track++) {
            engine.set("wherry", "track" + track + ".volume", 0.05 + 0.055 * track);
        }
        List<Double> words = new ArrayList<>();
        List<Double> all = new ArrayList<>();
        for (int round = 0; round < ROUNDS; round++) {
            int bank = round % 2 * STRIPS + 1;
            engine.move("focus1", "track" + bank);
            until(() -> settled(orchard, bank));
            int next = (round + 1) % 2 * STRIPS + 1;
            Awaitility.await().pollDelay(Duration.ofMillis(300)).until(() -> true);
            long begun = System.nanoTime();
            engine.move("focus1", "track" + next);
            words.add(until(() -> worded(orchard, next)) - begun / 1e6);
            all.add(until(() -> settled(orchard, next)) - begun / 1e6);
        }
        Device sluice = orchard.keeper().rig().ownDevice("sluice").orElseThrow();
        double wire = bytes(sluice) * BYTE_MILLIS;
        words.sort(null);
        all.sort(null);
        String result = String.format(
                Locale.ROOT,
                "{\"words\":{\"p50\":%.1f,\"worst\":%.1f,\"limit\":%.1f},\"all\":{\"p50\":%.1f,\"worst\":%.1f,\"limit\":%.1f}}",
                words.get(ROUNDS / 2),
                words.get(ROUNDS - 1),
                wire,
                all.get(ROUNDS / 2),
                all.get(ROUNDS - 1),
                Math.max(wire, MOTOR_MILLIS));
        Path file = Path.of("..", "bench", "target", "results", "wire.json");
        Files.createDirectories(file.getParent());
        Files.writeString(file, result + "\n");
        System.out.println("bank switch on 31,250 baud, in ms: " + result);
        assertThat(orchard.standIn("sluice").violations()).isEmpty();
    }

    /** Milliseconds on the clock when something is so. */
    private static double until(BooleanSupplier condition) {
        long end = System.nanoTime() + 3_000_000_000L;
        while (!condition.getAsBoolean() && System.nanoTime() < end) {
            Thread.onSpinWait();
        }
        return System.nanoTime() / 1e6;
    }

    /** What a bank switch tells Sluice. */
    private static long bytes(Device sluice) {
        return sluice.profile().lights().stream()
                .filter(light -> light.control().startsWith("fader"))
                .map(Light::kind)
                .map(kind -> kind.message(0.5, "-12.0 dB"))
                .mapToLong(message -> ((MidiMessage) message).bytes().length)
                .sum();
    }

    private static Map<String, PanelState> panel(TestOrchard orchard) {
        return orchard.standIn("sluice").readings().stream()
                .collect(Collectors.toMap(PanelState::part, state -> state, (a, b) -> b));
    }

    private static boolean worded(TestOrchard orchard, int first) {
        Map<String, PanelState> panel = panel(orchard);
        Map<String, Values.OfParameter> values = orchard.bean(Values.class).parameters();
        for (int strip = 0; strip < STRIPS; strip++) {
            String text = values.get("wherry/track" + (first + strip) + ".volume")
                    .text()
                    .replace('−', '-');
            if (!panel.get("lower" + (strip + 1)).text().equals(text)) {
                return false;
            }
        }
        return true;
    }

    private static boolean settled(TestOrchard orchard, int first) {
        Map<String, PanelState> panel = panel(orchard);
        Map<String, Values.OfParameter> values = orchard.bean(Values.class).parameters();
        for (int strip = 0; strip < STRIPS; strip++) {
            double place =
                    values.get("wherry/track" + (first + strip) + ".volume").position();
            if (Math.abs(panel.get("fader" + (strip + 1)).value() - place) > 0.01) {
                return false;
            }
        }
        return worded(orchard, first);
    }

    /** Each fader sets the volume of its place under the bank, and its motor and words answer. */
    private static void strips(TestOrchard orchard) {
        orchard.keeper().commit(rig -> {
            List<Edit.Change> changes = new ArrayList<>();
            rig.mappings().stream()
                    .filter(mapping -> mapping.trigger().device().equals("sluice")
                            && mapping.trigger().control().startsWith("fader"))
                    .forEach(mapping -> changes.add(new Edit.Change(new Part.OfMapping(mapping), null)));
            for (int strip = 1; strip <= STRIPS; strip++) {
                changes.add(new Edit.Change(
                        null,
                        new Part.OfMapping(new Mapping(
                                "strip" + strip,
                                new When(List.of(new Ref.ToControl("sluice", "fader" + strip, "position"))),
                                new Always(),
                                Shape.WHOLE,
                                new Actions(
                                        List.of(new SetParameter(new Ref.ToParameter("focus1", strip + ":Volume")))),
                                new Show(List.of(
                                        new Show.Answer(
                                                new Ref.ToLight("sluice", "fader" + strip + ".motor"), Show.Rule.VALUE),
                                        new Show.Answer(
                                                new Ref.ToLight("sluice", "fader" + strip + ".text"),
                                                Show.Rule.VALUE)))))));
            }
            return new Edit("Strips", changes);
        });
    }
}
