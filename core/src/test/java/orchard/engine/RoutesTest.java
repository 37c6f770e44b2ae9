package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import orchard.Gear;
import orchard.action.HoldNotes;
import orchard.gear.Device;
import orchard.gear.Feel;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Route;
import orchard.mapping.Route.Kind;
import orchard.outcome.ParameterSet;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/** What is passed on from device to device: nothing hangs, nothing is ended twice, nothing crosses over, whatever is changed in between. */
class RoutesTest {

    private static final int STREAMS = Integer.getInteger("routes.streams", 3_000);

    private Rig rig;
    private Bench bench;

    private static Device plain(String id) {
        return new Device(id, id, "", new Seat(Wire.MIDI, id, id), Profile.BLANK);
    }

    private void open(Route... routes) {
        List<Part> parts = new ArrayList<>(List.of(
                new Part.OfDevice(plain("keys")),
                new Part.OfDevice(plain("deep")),
                new Part.OfDevice(plain("harp")),
                new Part.OfDevice(Gear.box()),
                new Part.OfDevice(Gear.desk())));
        for (Route route : routes) {
            parts.add(new Part.OfRoute(route));
        }
        rig = Rig.of(parts);
        bench = new Bench(rig);
        List.of("keys", "deep", "harp", "box", "desk").forEach(bench::present);
        bench.sent.clear();
    }

    private void say(MidiMessage message) {
        bench.arrive("keys", message);
    }

    private List<String> to(String device) {
        List<String> words = bench.words(device);
        bench.sent.removeIf(sent -> sent.device().equals(device));
        return words;
    }

    private static Route keys(String to, int lowest, int highest, int channel, int transpose) {
        return new Route(
                "r-" + to + lowest,
                "keys",
                to,
                new Route.Passes(List.of(Kind.values()), List.of(), lowest, highest),
                new Route.Changes(channel, transpose, null, 0),
                false);
    }

    private static MidiMessage on(int channel, int note) {
        return new MidiMessage.NoteOn(channel, note, 100);
    }

    private static MidiMessage off(int channel, int note) {
        return new MidiMessage.NoteOff(channel, note, 64);
    }

    @Test
    void keysAreSplitAndStackedAndEachNoteEndsWhereItBegan() {
        open(keys("deep", 0, 59, 0, 12), keys("harp", 48, 127, 3, 0));
        say(on(1, 40));
        say(on(1, 50));
        say(on(1, 70));
        assertThat(to("deep")).containsExactly(on(1, 52).words(), on(1, 62).words());
        assertThat(to("harp")).containsExactly(on(3, 50).words(), on(3, 70).words());
        change(keys("deep", 0, 30, 0, 0), "r-deep0");
        assertThat(to("deep"))
                .as("the route was changed in the middle of a chord")
                .containsExactlyInAnyOrder(off(1, 52).words(), off(1, 62).words());
        say(off(1, 50));
        assertThat(to("deep")).isEmpty();
        assertThat(to("harp")).containsExactly(off(3, 50).words());
    }

    private void change(Route route, String id) {
        Route before = rig.routes().stream()
                .filter(one -> one.id().equals(id))
                .findFirst()
                .orElseThrow();
        rig = rig.apply(Edit.change("change", new Part.OfRoute(before), new Part.OfRoute(with(route, id))));
        bench.edit(rig);
    }

    private static Route with(Route route, String id) {
        return new Route(id, route.from(), route.to(), route.passes(), route.changes(), route.mapped());
    }

    @Test
    void pedalsAndBendsAreLetGoWithTheirRoute() {
        open(keys("deep", 0, 127, 0, 0));
        say(new MidiMessage.ControlChange(1, 64, 40)); // half-way
        say(new MidiMessage.ControlChange(1, 67, 127));
        say(new MidiMessage.PitchBend(1, 12_000));
        say(on(1, 60));
        say(off(1, 60));
        to("deep");
        rig = rig.apply(Edit.remove("gone", new Part.OfRoute(rig.routes().get(0))));
        bench.edit(rig);
        assertThat(to("deep"))
                .containsExactly(
                        new MidiMessage.ControlChange(1, 64, 0).words(),
                        new MidiMessage.ControlChange(1, 67, 0).words(),
                        new MidiMessage.PitchBend(1, 8192).words());
    }

    @Test
    void whatAMappingTookIsNotPassedOnUnlessItIsWanted() {
        Route plain = Route.all("r", "box", "deep");
        open(plain);
        Mapping knob = Gear.mapping("m1", "k1", "turn", "volume");
        rig = rig.apply(Edit.add("map", new Part.OfMapping(knob)));
        bench.edit(rig);
        bench.sent.clear();
        bench.arrive("box", new MidiMessage.ControlChange(1, 21, 60));
        bench.arrive("box", new MidiMessage.ControlChange(1, 22, 61));
        assertThat(to("deep")).containsExactly(new MidiMessage.ControlChange(1, 22, 61).words());
        Route both = new Route("r", "box", "deep", plain.passes(), plain.changes(), true);
        rig = rig.apply(Edit.change("both", new Part.OfRoute(plain), new Part.OfRoute(both)));
        bench.edit(rig);
        bench.arrive("box", new MidiMessage.ControlChange(1, 21, 70));
        assertThat(to("deep")).containsExactly(new MidiMessage.ControlChange(1, 21, 70).words());
    }

    /** MIDI Polyphonic Expression: a channel a note, announced by RPN 6; what is said on it goes where its note goes, and before that to all. */
    @Test
    void whatIsSaidOfOneNoteStaysWithIt() {
        open();
        say(new MidiMessage.ControlChange(1, 101, 0)); // announced before anything was passed on
        say(new MidiMessage.ControlChange(1, 100, 6));
        say(new MidiMessage.ControlChange(1, 6, 15));
        for (Route route : List.of(keys("deep", 0, 59, 0, 0), keys("harp", 60, 127, 0, 0))) {
            rig = rig.apply(Edit.add("split", new Part.OfRoute(route)));
        }
        bench.edit(rig);
        say(on(2, 40));
        say(on(3, 72));
        say(new MidiMessage.PitchBend(2, 9000));
        say(new MidiMessage.ChannelPressure(3, 50));
        say(new MidiMessage.ControlChange(3, 74, 20));
        say(new MidiMessage.ControlChange(1, 64, 127));
        assertThat(to("deep"))
                .containsExactly(
                        on(2, 40).words(),
                        new MidiMessage.PitchBend(2, 9000).words(),
                        new MidiMessage.ControlChange(1, 64, 127).words());
        assertThat(to("harp"))
                .containsExactly(
                        on(3, 72).words(),
                        new MidiMessage.ChannelPressure(3, 50).words(),
                        new MidiMessage.ControlChange(3, 74, 20).words(),
                        new MidiMessage.ControlChange(1, 64, 127).words());
    }

    @Test
    void twoDevicesThatPassEverythingToEachOtherDoNotGoRoundWithoutEnd() {
        open(Route.all("there", "keys", "deep"), Route.all("back", "deep", "keys"));
        say(new MidiMessage.ControlChange(1, 20, 60));
        for (int round = 0; round < 2_000 && !bench.sent.isEmpty(); round++) {
            List<Bench.Sent> sent = List.copyOf(bench.sent);
            bench.sent.clear();
            sent.forEach(one -> bench.arrive(one.device(), one.message())); // each sends back what it hears
        }
        assertThat(bench.sent).as("it was cut").isEmpty();
    }

    @Test
    void whatIsThinnedOutKeepsItsOrderAndItsLastValue() {
        open(Route.all("r", "keys", "deep").with(new Route.Changes(2, 0, Feel.Curve.NAMED.get(4), 50)));
        for (int i = 0; i < 10; i++) {
            say(new MidiMessage.ControlChange(1, 7, i)); // 14 bits, coarse and fine
            say(new MidiMessage.ControlChange(1, 39, 100 + i));
            bench.pass(1);
        }
        say(on(1, 60));
        say(new MidiMessage.ControlChange(1, 64, 127));
        say(new MidiMessage.ControlChange(1, 64, 0));
        assertThat(to("deep"))
                .as("a note waits for nothing and overtakes nothing, pedals are all passed on")
                .containsExactly(
                        new MidiMessage.ControlChange(2, 7, 0).words(),
                        new MidiMessage.ControlChange(2, 39, 100).words(),
                        new MidiMessage.ControlChange(2, 7, 9).words(),
                        new MidiMessage.ControlChange(2, 39, 109).words(),
                        new MidiMessage.NoteOn(2, 60, 127).words(),
                        new MidiMessage.ControlChange(2, 64, 127).words(),
                        new MidiMessage.ControlChange(2, 64, 0).words());
        for (int i = 0; i < 100; i++) {
            say(new MidiMessage.PitchBend(1, 8192 + i));
            bench.pass(1);
        }
        bench.pass(100);
        List<String> bends = to("deep");
        assertThat(bends).hasSizeLessThanOrEqualTo(4).last().isEqualTo(new MidiMessage.PitchBend(2, 8291).words());
        for (int number : new int[] {99, 98, 6, 38, 99, 98, 6, 38}) {
            say(new MidiMessage.ControlChange(1, number, 1));
        }
        assertThat(to("deep")).as("a number of a parameter is passed on whole").hasSize(8);
        say(new MidiMessage.NoteOff(1, 60, 17));
        assertThat(to("deep")).containsExactly(new MidiMessage.NoteOff(2, 60, 17).words());
    }

    @Test
    void whatIsPassedToAParameterIsKnownToStandThere() {
        open();
        Device synth = new Device(
                "synth",
                "Synth",
                "",
                new Seat(Wire.MIDI, "synth", "synth"),
                Profile.BLANK.withParameters(List.of(
                        parameter("level", new Binding.Controller(2, 7)),
                        parameter("tune", new Binding.FineController(2, 5)),
                        parameter("own", new Binding.Numbered(2, false, 300)))));
        rig = rig.apply(Edit.add("synth", new Part.OfDevice(synth)))
                .apply(Edit.add(
                        "all",
                        new Part.OfRoute(Route.all("r", "keys", "synth").with(new Route.Changes(2, 0, null, 0)))));
        bench.edit(rig);
        bench.present("synth");
        to("synth");
        say(new MidiMessage.ControlChange(1, 7, 127));
        assertThat(to("synth")).as("once").containsExactly(new MidiMessage.ControlChange(2, 7, 127).words());
        assertThat(stands("level")).isEqualTo(1);
        for (int[] half : new int[][] {{5, 127}, {37, 127}, {99, 2}, {98, 44}, {6, 127}, {38, 127}}) {
            say(new MidiMessage.ControlChange(1, half[0], half[1]));
        }
        assertThat(to("synth")).as("halves go as they came").hasSize(6);
        assertThat(stands("tune")).isEqualTo(1);
        assertThat(stands("own")).isEqualTo(1);
    }

    private static Parameter parameter(String id, Binding binding) {
        return new Parameter(id, "", id, new Range(0, 100, "%"), new Law.Linear(), 0, binding, true);
    }

    private double stands(String parameter) {
        return bench.traces.stream()
                .flatMap(trace -> trace.all(ParameterSet.class).stream())
                .filter(set -> set.parameter().parameter().equals(parameter))
                .reduce((before, last) -> last)
                .orElseThrow()
                .position();
    }

    @Test
    void aSilencedDeviceIsNotPassedOnAndWhatSoundsEndsByItsKey() {
        open(keys("deep", 0, 127, 0, 0), keys("harp", 0, 127, 0, 0));
        say(on(1, 60));
        bench.engine.handle(new Event.Silenced(bench.nanos, "deep", false, true));
        say(on(1, 62));
        say(off(1, 60));
        assertThat(to("deep")).containsExactly(on(1, 60).words(), off(1, 60).words());
        bench.engine.handle(new Event.Silenced(bench.nanos, "deep", true, true)); // tried alone, and silenced
        bench.engine.handle(new Event.Silenced(bench.nanos, "deep", false, false));
        to("harp");
        say(on(1, 64));
        assertThat(to("harp")).isEmpty();
        assertThat(to("deep")).containsExactly(on(1, 64).words());
    }

    @Test
    void aNoteThatIsPassedOnIsNeverLostAndNothingFoldsAcrossIt() {
        open(keys("deep", 0, 127, 0, 0));
        assertThat(bench.engine.plan().isKey("keys", on(1, 60))).isTrue();
        assertThat(bench.engine.plan().isKey("keys", off(1, 60))).isTrue();
        assertThat(bench.engine.plan().isKey("keys", new MidiMessage.PitchBend(1, 9000)))
                .isFalse();
        assertThat(bench.engine.plan().isKey("harp", on(1, 60))).isFalse();
    }

    private Mapping holding(String device, Integer... channels) {
        return Gear.mapping("hold", "p1", "velocity", "volume")
                .with(new Actions(List.of(new HoldNotes(device, List.of(channels)))));
    }

    private void hitPad() {
        bench.arrive("box", on(1, 36));
        bench.arrive("box", off(1, 36));
    }

    @Test
    void whatIsHeldSoundsOnUntilThePadIsPressedAgain() {
        open(keys("deep", 0, 59, 0, 0), keys("harp", 60, 127, 0, 0));
        rig = rig.apply(Edit.add("hold", new Part.OfMapping(holding("deep"))));
        bench.edit(rig);
        say(on(1, 40));
        say(on(1, 70));
        hitPad();
        say(off(1, 40));
        say(off(1, 70));
        say(on(1, 42));
        say(off(1, 42));
        say(on(1, 40)); // struck again: it ends and begins
        say(on(1, 44));
        assertThat(to("harp")).as("another device").contains(off(1, 70).words());
        assertThat(to("deep"))
                .containsExactly(
                        on(1, 40).words(),
                        on(1, 42).words(),
                        off(1, 40).words(),
                        on(1, 40).words(),
                        on(1, 44).words());
        say(off(1, 40));
        hitPad();
        assertThat(to("deep"))
                .as("a key that is down sounds on")
                .containsExactly(off(1, 42).words(), off(1, 40).words());
        say(off(1, 44));
        assertThat(to("deep")).containsExactly(off(1, 44).words());
    }

    @Test
    void whatIsHeldEndsWithItsSentenceItsCableAndAPanic() {
        for (int how = 0; how < 4; how++) {
            open(keys("deep", 0, 127, 2, 0));
            rig = rig.apply(Edit.add("hold", new Part.OfMapping(holding("deep", 2))));
            bench.edit(rig);
            hitPad();
            say(on(1, 40));
            say(off(1, 40));
            assertThat(to("deep")).containsExactly(on(2, 40).words());
            switch (how) {
                case 0 -> {
                    rig = rig.apply(Edit.remove("gone", new Part.OfMapping(holding("deep", 2))));
                    bench.edit(rig);
                }
                case 1 -> bench.gone("deep");
                case 2 -> bench.engine.handle(new Event.Panic(bench.nanos, ""));
                default -> bench.engine.letGo();
            }
            assertThat(to("deep")).filteredOn(off(2, 40).words()::equals).hasSize(1);
        }
    }

    @Test
    void whatEndsAllNotesEndsThemOnce() {
        open(keys("deep", 0, 127, 2, 0));
        say(on(1, 60));
        say(new MidiMessage.PitchBend(1, 9000));
        to("deep");
        say(new MidiMessage.ControlChange(1, 123, 0));
        say(new MidiMessage.ControlChange(1, 121, 0));
        say(off(1, 60));
        assertThat(to("deep"))
                .containsExactly(
                        off(2, 60).words(),
                        new MidiMessage.ControlChange(2, 123, 0).words(),
                        new MidiMessage.ControlChange(2, 121, 0).words());
        rig = rig.apply(Edit.remove("gone", new Part.OfRoute(rig.routes().get(0))));
        bench.edit(rig);
        assertThat(to("deep")).as("the bend rests already").isEmpty();
    }

    @Test
    void aPedalThatTwoRoutesHoldIsLetGoWithTheLast() {
        open(keys("deep", 0, 59, 0, 0), keys("deep", 60, 127, 0, 0));
        say(new MidiMessage.ControlChange(1, 64, 127));
        to("deep");
        for (String expected : new String[] {"", new MidiMessage.ControlChange(1, 64, 0).words()}) {
            rig = rig.apply(Edit.remove("gone", new Part.OfRoute(rig.routes().get(0))));
            bench.edit(rig);
            assertThat(String.join("", to("deep"))).isEqualTo(expected);
        }
    }

    @Test
    void clockAndSysExOfAnyLengthPassAsTheyAre() {
        open(Route.all("r", "keys", "deep"));
        say(new MidiMessage.SystemMessage(0xF8, 0, 0));
        MidiMessage.SysEx all = new MidiMessage.SysEx(new byte[50_000]);
        say(all);
        say(new MidiMessage.SystemMessage(0xFE, 0, 0));
        assertThat(bench.sent)
                .extracting(Bench.Sent::message)
                .containsExactly(new MidiMessage.SystemMessage(0xF8, 0, 0), all);
    }

    /** An instrument that counts what it is told. */
    private static final class Counting {
        final Map<String, Boolean> sounding = new HashMap<>();
        final List<String> wrong = new ArrayList<>();

        void hears(MidiMessage message) {
            if (message instanceof MidiMessage.NoteOn on && on.velocity() > 0) {
                if (Boolean.TRUE.equals(sounding.put(on.channel() + "/" + on.note(), true))) {
                    wrong.add(on.words() + " while it sounds");
                }
            } else if (message instanceof MidiMessage.NoteOff off) {
                if (!Boolean.TRUE.equals(sounding.put(off.channel() + "/" + off.note(), false))) {
                    wrong.add(off.words() + " while it is silent");
                }
            }
        }
    }

    /** Streams of notes through routes that are made, changed and taken away, cables that are pulled and panics: every note ends exactly once, on the way it began. */
    @Test
    void everyNoteEndsOnceWhateverBecomesOfItsRoute() {
        for (int seed = 0; seed < STREAMS; seed++) {
            Random random = new Random(seed);
            open(some("r0", random), some("r1", random), some("r2", random));
            rig = rig.apply(Edit.add("hold", new Part.OfMapping(holding("deep", 1, 2))));
            bench.edit(rig);
            Map<String, Counting> heard = Map.of("deep", new Counting(), "harp", new Counting());
            Set<Integer> down = new HashSet<>();
            Set<String> there = new HashSet<>(Set.of("keys", "deep", "harp"));
            for (int step = 0; step < 60; step++) {
                int key = (1 + random.nextInt(3)) << 7 | 40 + random.nextInt(24);
                switch (random.nextInt(12)) {
                    case 0 -> edit(random);
                    case 1 -> {
                        String device = new String[] {"keys", "deep", "harp"}[random.nextInt(3)];
                        if (there.remove(device)) {
                            bench.gone(device);
                            collect(heard);
                            if (!device.equals("keys")) {
                                heard.get(device).sounding.clear(); // without power nothing sounds
                            } else {
                                down.clear();
                            }
                        } else {
                            there.add(device);
                            bench.present(device);
                        }
                    }
                    case 2 -> {
                        if (random.nextInt(4) == 0) {
                            bench.engine.handle(new Event.Panic(bench.nanos, ""));
                        }
                    }
                    case 3 -> {
                        if (there.contains("keys")) {
                            say(new MidiMessage.ControlChange(1 + random.nextInt(3), 123, 0));
                        }
                    }
                    case 4 -> hitPad();
                    case 5, 6, 7 -> {
                        if (there.contains("keys") && down.remove(key)) {
                            say(off(key >> 7, key & 127));
                        }
                    }
                    default -> {
                        if (there.contains("keys")) {
                            down.add(key);
                            say(on(key >> 7, key & 127));
                        }
                    }
                }
                collect(heard);
                bench.pass(random.nextInt(20));
            }
            if (there.contains("keys")) {
                down.forEach(key -> say(off(key >> 7, key & 127)));
            } else {
                bench.present("keys");
            }
            rig = rig.apply(Edit.remove("gone", new Part.OfMapping(holding("deep", 1, 2))));
            bench.edit(rig);
            bench.pass(1_000);
            collect(heard);
            int stream = seed;
            heard.forEach((device, instrument) -> {
                assertThat(instrument.wrong).as("stream %d, %s", stream, device).isEmpty();
                assertThat(instrument.sounding.values())
                        .as("stream %d: something hangs on %s", stream, device)
                        .doesNotContain(true);
            });
        }
    }

    private void collect(Map<String, Counting> heard) {
        for (Bench.Sent sent : bench.sent) {
            if (heard.containsKey(sent.device()) && sent.message() instanceof MidiMessage message) {
                heard.get(sent.device()).hears(message);
            }
        }
        bench.sent.clear();
    }

    private void edit(Random random) {
        List<Route> routes = rig.routes();
        if (!routes.isEmpty() && random.nextBoolean()) {
            Route before = routes.get(random.nextInt(routes.size()));
            rig = random.nextBoolean()
                    ? rig.apply(Edit.remove("gone", new Part.OfRoute(before)))
                    : rig.apply(Edit.change(
                            "other", new Part.OfRoute(before), new Part.OfRoute(some(before.id(), random))));
        } else {
            rig = rig.apply(Edit.add("new", new Part.OfRoute(some(rig.freeId("r"), random))));
        }
        bench.edit(rig);
    }

    private static Route some(String id, Random random) {
        Set<Kind> kinds = EnumSet.of(Kind.NOTES);
        for (Kind kind : Kind.values()) {
            if (random.nextBoolean()) {
                kinds.add(kind);
            }
        }
        int lowest = 36 + random.nextInt(20);
        return new Route(
                id,
                "keys",
                random.nextBoolean() ? "deep" : "harp",
                new Route.Passes(
                        List.copyOf(kinds),
                        random.nextBoolean() ? List.of() : List.of(1 + random.nextInt(3)),
                        lowest,
                        lowest + random.nextInt(40)),
                new Route.Changes(
                        random.nextInt(3),
                        random.nextInt(25) - 12,
                        Feel.Curve.NAMED.get(random.nextInt(5)),
                        random.nextInt(3) * 20),
                random.nextBoolean());
    }
}
