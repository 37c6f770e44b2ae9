package orchard.engine;

import static orchard.engine.Synth.on;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import orchard.action.Hold;
import orchard.action.Recall;
import orchard.action.Send;
import orchard.action.SetParameter;
import orchard.action.SetTo;
import orchard.action.Value;
import orchard.gear.Device;
import orchard.gear.Dump;
import orchard.gear.Preset;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Takeover;
import orchard.gear.Traits;
import orchard.gear.Wire;
import orchard.mapping.Actions;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.outcome.DumpLost;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.shape.Shape;
import orchard.signal.Checksum;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.Packing;
import orchard.signal.Resolution;
import org.junit.jupiter.api.Test;

/** An instrument that says nothing of its values until it is asked: what Orchard believes of it, whatever gets lost, comes late or happens meanwhile. */
class DumpsTest {

    private static final int VALUES = 6;
    private static final Message ASK = new MidiMessage.SysEx(new byte[] {0x7D, 0x55, 0x40});

    /** It has eight patches of six values; a value is set by a controller, and told in a dump or when its own knob is turned. */
    private static final class Instrument {
        final int[][] patches = new int[8][VALUES];
        int patch;

        Instrument(Random random) {
            for (int[] one : patches) {
                Arrays.setAll(one, i -> random.nextInt(128));
            }
        }

        static Device device(boolean isTaken) {
            List<Parameter> parameters = new ArrayList<>();
            parameters.add(parameter("patch", 7, new Law.Stepped(8), new Binding.Program(1)));
            List<Dump.Place> places = new ArrayList<>(List.of(new Dump.Place("patch", 3, Packing.SEVEN, true)));
            List<Dump> dumps = new ArrayList<>();
            for (int i = 0; i < VALUES; i++) {
                parameters.add(parameter("v" + i, 127, new Law.Linear(), new Binding.Controller(1, 20 + i)));
                places.add(new Dump.Place("v" + i, 4 + i, Packing.SEVEN, false));
                dumps.add(new Dump(
                        "knob " + i,
                        "7D 55 10 0" + i,
                        5,
                        List.of(),
                        List.of(new Dump.Place("v" + i, 4, Packing.SEVEN, false)),
                        null,
                        List.of(),
                        0));
            }
            dumps.add(new Dump(
                            "patch dump",
                            "7D 55 41",
                            5 + VALUES,
                            List.of(ASK),
                            places,
                            new Checksum(Checksum.Kind.NEGATIVE_SUM, 3, 4 + VALUES),
                            List.of("patch"),
                            20)
                    .taken(isTaken));
            Profile profile = Profile.BLANK.withParameters(parameters).with(Traits.PLAIN.withDumps(dumps));
            return new Device("deep", "Deep", "", new Seat(Wire.MIDI, "Deep", "Deep"), profile);
        }

        private static Parameter parameter(String id, int high, Law law, Binding binding) {
            return new Parameter(id, "", id, new Range(0, high, ""), law, 0, binding, true);
        }

        int dumpsTaken;

        MidiMessage dump() {
            byte[] data = new byte[5 + VALUES];
            data[0] = 0x7D;
            data[1] = 0x55;
            data[2] = 0x41;
            data[3] = (byte) patch;
            int sum = patch;
            for (int i = 0; i < VALUES; i++) {
                data[4 + i] = (byte) patches[patch][i];
                sum += patches[patch][i];
            }
            data[4 + VALUES] = (byte) (-sum & 0x7F);
            return new MidiMessage.SysEx(data);
        }

        /** Hears a message; gives its answer, or null. */
        MidiMessage hears(Message message) {
            if (message instanceof MidiMessage.ProgramChange program) {
                patch = program.program() % 8;
            } else if (message instanceof MidiMessage.ControlChange change && change.number() >= 20) {
                patches[patch][change.number() - 20] = change.value();
            } else if (message instanceof MidiMessage.SysEx sysEx && sysEx.length() == 5 + VALUES) {
                dumpsTaken++;
                patch = sysEx.at(3);
                for (int i = 0; i < VALUES; i++) {
                    patches[patch][i] = sysEx.at(4 + i);
                }
            } else if (message.equals(ASK)) {
                return dump();
            }
            return null;
        }
    }

    /** Engine and instrument with a wire between, on which everything takes a moment. */
    private static final class Wired {
        final Instrument instrument;
        final Synth synth;
        final List<MidiMessage> answers = new ArrayList<>();
        boolean deaf;
        boolean dumb;
        boolean noisy;

        Wired(long seed, Mapping... mappings) {
            this(seed, false, mappings);
        }

        Wired(long seed, boolean isTaken, Mapping... mappings) {
            instrument = new Instrument(new Random(seed));
            synth = new Synth();
            synth.edit(synth.rig.apply(Edit.add("add", new Part.OfDevice(Instrument.device(isTaken)))));
            for (Mapping mapping : mappings) {
                synth.edit(synth.rig.apply(Edit.add("add", new Part.OfMapping(mapping))));
            }
            synth.bench.present("deep");
            settle();
        }

        /** What was sent arrives, and is answered. */
        void carry() {
            List<Bench.Sent> sent = List.copyOf(synth.bench.sent);
            synth.bench.sent.clear();
            for (Bench.Sent one : sent) {
                if (one.device().equals("deep") && !deaf) {
                    MidiMessage answer = instrument.hears(one.message());
                    if (answer != null) {
                        answers.add(answer);
                    }
                }
            }
        }

        void answer() {
            List<MidiMessage> all = List.copyOf(answers);
            answers.clear();
            for (MidiMessage answer : all) {
                if (!dumb) {
                    arrive(noisy && answer.bytes().length > 8 ? broken(answer) : answer);
                }
            }
        }

        void arrive(Message message) {
            synth.bench.arrive("deep", message);
        }

        void settle() {
            for (int i = 0; i < 80; i++) {
                carry();
                synth.bench.pass(25);
                answer();
                synth.bench.pass(25);
            }
        }

        private static MidiMessage broken(MidiMessage answer) {
            byte[] data = ((MidiMessage.SysEx) answer).data();
            data[5] ^= 1;
            return new MidiMessage.SysEx(data);
        }

        void set(String parameter, double position) {
            synth.bench.engine.handle(new Event.Touched(synth.bench.nanos, "deep", parameter, position));
        }

        void recall(String preset) {
            synth.bench.engine.handle(new Event.Recalled(synth.bench.nanos, preset));
        }

        void choose(int patch) {
            set("patch", patch / 7.0);
        }

        double believed(int value) {
            return synth.bench.engine.position(new Ref.ToParameter("deep", "v" + value));
        }

        List<Integer> all() {
            return IntStream.range(0, VALUES)
                    .mapToObj(i -> Double.isNaN(believed(i)) ? -1 : Resolution.number(believed(i), 7))
                    .toList();
        }

        List<Integer> really() {
            return Arrays.stream(instrument.patches[instrument.patch]).boxed().toList();
        }
    }

    private static Mapping named(String id, Mapping of) {
        return new Mapping(
                id,
                of.when(),
                of.layers(),
                of.during(),
                of.shape(),
                of.actions(),
                of.show(),
                of.takeover(),
                of.marks(),
                of.cases());
    }

    @Test
    void whoComesIsAsked() {
        Wired wired = new Wired(1);
        assertThat(wired.all()).isEqualTo(wired.really());
    }

    @Test
    void afterAnotherPatchNothingIsKnownUntilItTold() {
        Wired wired = new Wired(2);
        wired.choose(3);
        assertThat(wired.all()).containsOnly(-1);
        wired.settle();
        assertThat(wired.all()).isEqualTo(wired.really());
        assertThat(wired.instrument.patch).isEqualTo(3);
    }

    @Test
    void aPatchChosenAtTheInstrumentIsFollowed() {
        Wired wired = new Wired(3);
        wired.instrument.patch = 5;
        wired.arrive(new MidiMessage.ProgramChange(1, 5));
        assertThat(wired.all()).containsOnly(-1);
        wired.settle();
        assertThat(wired.all()).isEqualTo(wired.really());
        assertThat(wired.synth.bench.engine.position(new Ref.ToParameter("deep", "patch")))
                .isEqualTo(5 / 7.0);
    }

    @Test
    void itsOwnKnobIsFollowed() {
        Wired wired = new Wired(4);
        wired.instrument.patches[wired.instrument.patch][2] = 99;
        wired.arrive(new MidiMessage.SysEx(new byte[] {0x7D, 0x55, 0x10, 2, 99}));
        assertThat(wired.all()).isEqualTo(wired.really());
    }

    @Test
    void whoDoesNotAnswerIsAskedThreeTimesAndThenItIsSaid() {
        Wired wired = new Wired(5);
        wired.deaf = true;
        wired.synth.bench.traces.clear();
        wired.choose(1);
        wired.settle();
        assertThat(wired.all()).as("a guess is no value").containsOnly(-1);
        assertThat(wired.synth.bench.traces.stream().flatMap(trace -> trace.all(DumpLost.class).stream()))
                .singleElement()
                .satisfies(lost -> assertThat(lost.why()).contains("3 times"));
        assertThat(wired.synth.bench.engine.nextDue() - wired.synth.bench.nanos).isGreaterThan(100_000_000L);
    }

    @Test
    void aDumpThatCannotBeIsRefusedAndAskedForAgain() {
        Wired wired = new Wired(6);
        wired.noisy = true;
        wired.choose(1);
        wired.synth.bench.pass(25);
        wired.carry();
        wired.synth.bench.traces.clear();
        wired.answer();
        assertThat(wired.synth.bench.traces.get(0).first(DumpLost.class).why()).contains("checksum");
        assertThat(wired.all()).containsOnly(-1);
        wired.noisy = false;
        wired.settle();
        assertThat(wired.all()).isEqualTo(wired.really());
    }

    @Test
    void whoseDumpsAreAlwaysBrokenIsNotAskedAgainAndAgain() {
        Wired wired = new Wired(17);
        wired.noisy = true;
        wired.choose(1);
        wired.settle();
        int questions = 0;
        for (int i = 0; i < 400; i++) { // 20 seconds
            questions += (int) wired.synth.bench.sent.stream()
                    .filter(sent -> sent.message().equals(ASK))
                    .count();
            wired.carry();
            wired.synth.bench.pass(25);
            wired.answer();
            wired.synth.bench.pass(25);
        }
        assertThat(questions).isBetween(3, 5);
        assertThat(wired.all()).containsOnly(-1);
    }

    @Test
    void dumpsThatAreCutOrOfAnotherModelChangeNothing() {
        Wired wired = new Wired(7);
        List<Integer> before = wired.all();
        byte[] whole = ((MidiMessage.SysEx) wired.instrument.dump()).data();
        wired.arrive(new MidiMessage.SysEx(Arrays.copyOf(whole, 7)));
        assertThat(wired.synth.bench.last().first(DumpLost.class).why())
                .contains("7 bytes")
                .contains("11");
        byte[] other = whole.clone();
        other[1] = 0x56;
        wired.arrive(new MidiMessage.SysEx(other));
        wired.arrive(new MidiMessage.SysEx(whole));
        wired.arrive(new MidiMessage.SysEx(whole));
        assertThat(wired.all()).isEqualTo(before);
    }

    @Test
    void anAnswerToAnEarlierPatchIsNotTaken() {
        Wired wired = new Wired(8);
        wired.choose(1);
        wired.synth.bench.pass(25);
        wired.carry(); // asked, and answered for patch 1
        wired.choose(2);
        wired.answer();
        assertThat(wired.all()).containsOnly(-1);
        wired.settle();
        assertThat(wired.all()).isEqualTo(wired.really());
        assertThat(wired.instrument.patch).isEqualTo(2);
    }

    @Test
    void whatIsSetAfterTheQuestionIsNewerThanTheAnswer() {
        Wired wired = new Wired(9);
        wired.choose(4);
        wired.synth.bench.pass(25);
        wired.carry();
        wired.set("v1", 1.0);
        wired.answer();
        wired.settle();
        assertThat(wired.believed(1)).isEqualTo(1.0);
        assertThat(wired.all()).isEqualTo(wired.really());
    }

    @Test
    void aPatchThatIsSentByAPhraseOrTypedIsFollowedLikeAnyOther() {
        Wired wired = new Wired(15, Synth.pad(new Send("deep", new MidiMessage.ProgramChange(1, 4))));
        wired.synth.press();
        assertThat(wired.all()).containsOnly(-1);
        wired.settle();
        assertThat(wired.instrument.patch).isEqualTo(4);
        assertThat(wired.all()).isEqualTo(wired.really());
        wired.synth.bench.engine.handle(
                new Event.Typed(wired.synth.bench.nanos, "deep", new MidiMessage.ProgramChange(1, 6), "typed"));
        wired.settle();
        assertThat(wired.synth.bench.engine.position(new Ref.ToParameter("deep", "patch")))
                .isEqualTo(6 / 7.0);
        assertThat(wired.all()).isEqualTo(wired.really());
    }

    @Test
    void aKnobDoesNotWaitForADumpThatIsNotThereAnyMore() {
        Mapping knob = on(
                        "knob",
                        "turn",
                        Gesture.MOVE,
                        Shape.WHOLE,
                        new Actions(List.of(new SetParameter(new Ref.ToParameter("deep", "v0")))))
                .with(Takeover.PICK_UP);
        Wired wired = new Wired(16, knob);
        wired.choose(2);
        Device before = wired.synth.rig.ownDevice("deep").orElseThrow();
        Device after =
                before.with(before.profile().with(before.profile().traits().withDumps(List.of())));
        wired.synth.edit(
                wired.synth.rig.apply(Edit.change("forget", new Part.OfDevice(before), new Part.OfDevice(after))));
        wired.synth.bench.knob(WorldRig.KNOB, 64);
        assertThat(wired.believed(0)).isNotNaN();
        wired.synth.bench.pass(10_000);
        assertThat(wired.synth.bench.sent).noneMatch(sent -> sent.message().equals(ASK));
    }

    @Test
    void afterAGapThePatchIsNotChosenAgainForThatWouldUndoWhatWasTurned() {
        Wired wired = new Wired(14);
        wired.choose(2);
        wired.settle();
        wired.instrument.patches[2][4] = 77;
        wired.arrive(new MidiMessage.SysEx(new byte[] {0x7D, 0x55, 0x10, 4, 77}));
        wired.synth.bench.gone("deep");
        wired.deaf = true; // it is there again, and slow to answer
        wired.synth.bench.present("deep");
        wired.synth.bench.pass(700);
        assertThat(wired.synth.bench.sent).noneMatch(sent -> sent.message() instanceof MidiMessage.ProgramChange);
        wired.deaf = false;
        wired.settle();
        assertThat(wired.all()).isEqualTo(wired.really());
    }

    @Test
    void aKnobThatPicksUpWaitsForTheAnswerAndOneThatJumpsDoesNot() {
        Ref.ToParameter value = new Ref.ToParameter("deep", "v0");
        for (Takeover takeover : List.of(Takeover.PICK_UP, Takeover.JUMP)) {
            Mapping knob = on("knob", "turn", Gesture.MOVE, Shape.WHOLE, new Actions(List.of(new SetParameter(value))))
                    .with(takeover);
            Wired wired = new Wired(10, knob);
            wired.choose(2);
            wired.synth.bench.knob(WorldRig.KNOB, 64);
            assertThat(Double.isNaN(wired.believed(0))).isEqualTo(takeover == Takeover.PICK_UP);
            wired.settle();
            assertThat(wired.all()).isEqualTo(wired.really());
        }
    }

    @Test
    void whatIsHeldOverAPatchChangeIsNotPutBackToTheOldOne() {
        Mapping held = Synth.on(
                "pad2",
                "gate",
                new Actions(List.of(new Hold(new Ref.ToParameter("deep", "v0"), new Value.Fixed(127)))));
        Wired wired = new Wired(11, held);
        wired.synth.press();
        wired.settle();
        assertThat(wired.believed(0)).isEqualTo(1.0);
        wired.choose(3);
        wired.settle();
        int there = wired.instrument.patches[3][0];
        wired.synth.release();
        wired.settle();
        assertThat(wired.instrument.patches[3][0]).isEqualTo(there);
        assertThat(wired.all()).isEqualTo(wired.really());
    }

    @Test
    void aPresetChoosesItsPatchFirstAndIsTherePlayedWhole() {
        Preset preset = new Preset(
                "preset9",
                "deep",
                "Deep one",
                "",
                "",
                Marks.NONE,
                List.of(new Preset.Setting("v0", 100), new Preset.Setting("patch", 6), new Preset.Setting("v5", 3)));
        Mapping recall = Synth.pad(new Recall("deep", "preset9", 0, ""));
        Wired wired = new Wired(12, recall);
        wired.synth.edit(wired.synth.rig.apply(Edit.add("add", new Part.OfPreset(preset))));
        wired.synth.press();
        wired.settle();
        assertThat(wired.instrument.patch).isEqualTo(6);
        assertThat(wired.instrument.patches[6][0]).isEqualTo(100);
        assertThat(wired.instrument.patches[6][5]).isEqualTo(3);
        assertThat(wired.all()).isEqualTo(wired.really());
    }

    private static Preset some(String id, Random random) {
        List<Preset.Setting> settings = new ArrayList<>();
        if (random.nextBoolean()) {
            settings.add(new Preset.Setting("patch", random.nextInt(8)));
        }
        for (int i = 0; i < VALUES; i++) {
            if (settings.size() < 2 || random.nextBoolean()) {
                settings.add(new Preset.Setting("v" + i, random.nextInt(128)));
            }
        }
        return new Preset(id, "deep", id, "", "", Marks.NONE, settings);
    }

    /** A preset is told as the instrument's own dump where that takes it: one message, what the preset does not have stays, and what it says afterwards counts. */
    @Test
    void aPresetIsToldAsTheOwnDumpOfItsInstrument() {
        Wired wired = new Wired(12, true);
        int stays = wired.instrument.patches[wired.instrument.patch][1];
        wired.synth.edit(wired.synth.rig.apply(Edit.add(
                "add",
                new Part.OfPreset(new Preset(
                        "preset9",
                        "deep",
                        "Deep one",
                        "",
                        "",
                        Marks.NONE,
                        List.of(new Preset.Setting("v0", 100), new Preset.Setting("v5", 3)))))));
        wired.recall("preset9");
        wired.settle();
        assertThat(wired.instrument.dumpsTaken).isEqualTo(1);
        int[] now = wired.instrument.patches[wired.instrument.patch];
        assertThat(List.of(now[0], now[1], now[5])).containsExactly(100, stays, 3);
        assertThat(wired.all()).isEqualTo(wired.really());
    }

    /** A dump that is described as longer since it was heard is not told with the bytes of the old one: the preset goes out value by value. */
    @Test
    void aDumpThatIsDescribedOtherwiseSinceItWasHeardIsNotTold() {
        Wired wired = new Wired(12, true);
        wired.synth.edit(wired.synth.rig.apply(Edit.add(
                "add",
                new Part.OfPreset(new Preset(
                        "preset9",
                        "deep",
                        "Deep one",
                        "",
                        "",
                        Marks.NONE,
                        List.of(new Preset.Setting("v0", 100), new Preset.Setting("v5", 3)))))));
        Device before = wired.synth.rig.ownDevice("deep").orElseThrow();
        Traits traits = before.profile().traits();
        List<Dump> longer = traits.dumps().stream()
                .map(dump -> dump.taken()
                        ? new Dump(
                                dump.name(),
                                dump.head(),
                                dump.length() + 40,
                                dump.ask(),
                                dump.places(),
                                null,
                                dump.after(),
                                dump.waitMillis(),
                                true)
                        : dump)
                .toList();
        wired.synth.edit(wired.synth.rig.apply(Edit.change(
                "longer",
                new Part.OfDevice(before),
                new Part.OfDevice(before.with(before.profile().with(traits.withDumps(longer)))))));
        wired.recall("preset9");
        wired.carry();
        int[] now = wired.instrument.patches[wired.instrument.patch];
        assertThat(wired.instrument.dumpsTaken).isZero();
        assertThat(List.of(now[0], now[5])).containsExactly(100, 3);
    }

    /** Patches from both sides, values from both sides, edits, cables, answers that get lost, come broken, come late: in the end both sides agree. */
    @Test
    void whateverHappensBothSidesAgreeOnceItIsQuiet() {
        for (int seed = 0; seed < 1000; seed++) {
            Random random = new Random(seed);
            Ref.ToParameter value = new Ref.ToParameter("deep", "v0");
            Mapping knob = on("knob", "turn", Gesture.MOVE, Shape.WHOLE, new Actions(List.of(new SetParameter(value))))
                    .with(Takeover.PICK_UP);
            Mapping held = named(
                    "m2",
                    Synth.on(
                            "pad2",
                            "gate",
                            new Actions(List.of(new Hold(new Ref.ToParameter("deep", "v1"), new Value.Fixed(127))))));
            Wired wired = new Wired(seed, seed % 2 == 1, knob, held);
            wired.synth.edit(wired.synth.rig.apply(Edit.add("add", new Part.OfPreset(some("preset1", random)))));
            wired.synth.edit(wired.synth.rig.apply(Edit.add("add", new Part.OfPreset(some("preset2", random)))));
            boolean down = false;
            boolean there = true;
            for (int step = 0; step < 60; step++) {
                switch (random.nextInt(13)) {
                    case 0 -> wired.choose(random.nextInt(8));
                    case 11 -> wired.recall("preset" + (1 + random.nextInt(2)));
                    case 1 -> {
                        wired.instrument.patch = random.nextInt(8);
                        wired.answers.add(new MidiMessage.ProgramChange(1, wired.instrument.patch));
                    }
                    case 2 -> {
                        int which = random.nextInt(VALUES);
                        int to = random.nextInt(128);
                        wired.instrument.patches[wired.instrument.patch][which] = to;
                        wired.answers.add(
                                new MidiMessage.SysEx(new byte[] {0x7D, 0x55, 0x10, (byte) which, (byte) to}));
                    }
                    case 3 -> wired.set("v" + random.nextInt(VALUES), random.nextDouble());
                    case 4 -> wired.synth.bench.knob(WorldRig.KNOB, random.nextInt(128));
                    case 5 -> {
                        if (down) {
                            wired.synth.release();
                        } else {
                            wired.synth.press();
                        }
                        down = !down;
                    }
                    case 6 -> {
                        there = !there;
                        wired.deaf = !there;
                        wired.dumb = !there;
                        if (there) {
                            wired.synth.bench.present("deep");
                        } else {
                            wired.answers.clear();
                            wired.synth.bench.gone("deep");
                        }
                    }
                    case 7 -> wired.noisy = random.nextInt(4) == 0;
                    case 8 -> wired.answers.removeIf(one -> one.bytes().length > 8); // dumps that get lost
                    case 9 -> wired.synth.edit(wired.synth.rig);
                    case 10 -> wired.carry();
                    default -> wired.answer();
                }
                wired.synth.bench.pass(random.nextInt(40));
                if (random.nextBoolean()) {
                    wired.carry(); // a wire takes its time, but not seconds
                }
                if (random.nextBoolean()) {
                    wired.answer();
                }
            }
            wired.noisy = false;
            wired.deaf = false;
            wired.dumb = false;
            if (!there) {
                wired.synth.bench.present("deep");
            }
            if (down) {
                wired.synth.release();
            }
            wired.settle();
            List<Integer> believed = wired.all();
            List<Integer> really = wired.really();
            for (int i = 0; i < VALUES; i++) {
                if (believed.get(i) >= 0) {
                    assertThat(believed.get(i)).as("seed %d, value %d", seed, i).isEqualTo(really.get(i));
                }
            }
            assertThat(believed).as("seed %d: all of it is known", seed).doesNotContain(-1);
        }
    }

    @Test
    void aValueThatWasSetByAPhraseIsKnownAgainAtOnce() {
        Mapping set = Synth.pad(new SetTo(new Ref.ToParameter("deep", "v3"), new Value.Fixed(50)));
        Wired wired = new Wired(13, set);
        wired.choose(1);
        wired.synth.press();
        assertThat(wired.all().get(3)).isEqualTo(50);
        wired.settle();
        assertThat(wired.all()).isEqualTo(wired.really());
    }
}
