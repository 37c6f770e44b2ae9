package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import orchard.Rigs;
import orchard.gear.Ref;
import orchard.mapping.Fault;
import orchard.mapping.Mapping;
import orchard.outcome.Considered;
import orchard.outcome.ControlMoved;
import orchard.outcome.LightShown;
import orchard.outcome.Outcome;
import orchard.outcome.ParameterSet;
import orchard.outcome.Reconciled;
import orchard.outcome.Said;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;

/** The engine's rules that always hold, over generated rigs and streams of events. */
class EngineRulesTest {

    /** Rule 3: the same stream on the same rig gives the same output. */
    @Property(tries = 200)
    void sameStreamGivesSameOutput(@ForAll int rigSeed, @ForAll int streamSeed) {
        Bench first = play(Rigs.rig(rigSeed), streamSeed, 80);
        Bench second = play(Rigs.rig(rigSeed), streamSeed, 80);
        assertThat(first.sent).isEqualTo(second.sent);
        assertThat(first.traces).isEqualTo(second.traces);
    }

    /** Rule 4: once the input has stopped for 50 ms, every light shows the final state. */
    @Property(tries = 200)
    void lightsShowTheFinalStateSoonAfterTheLastEvent(@ForAll int rigSeed, @ForAll int streamSeed) {
        Bench bench = play(Rigs.rig(rigSeed), streamSeed, 60);
        bench.pass(50);
        List<Message> before = lastShown(bench);
        bench.sent.clear();
        bench.present("box");
        bench.pass(50);
        assertThat(lastShown(bench)).containsAll(before);
    }

    /** Rule 6: mappings that cannot work change nothing for those that can, and each tells its fault once. */
    @Property(tries = 200)
    void aFaultStopsOnlyItsOwnMapping(@ForAll int rigSeed, @ForAll int streamSeed) {
        Rig all = Rigs.rig(rigSeed);
        Rig sound = all;
        for (Mapping mapping : all.mappings()) {
            if (Fault.of(mapping, all).isPresent()) {
                sound = sound.apply(Edit.remove("remove", new Part.OfMapping(mapping)));
            }
        }
        Bench withFaults = play(all, streamSeed, 60);
        assertThat(withFaults.sent).isEqualTo(play(sound, streamSeed, 60).sent);
        Set<String> told = new HashSet<>();
        for (Trace trace : withFaults.traces) {
            for (Considered step : trace.all(Considered.class)) {
                if (step.verdict() == Considered.Verdict.FAULTY) {
                    assertThat(told.add(step.mapping())).isTrue();
                    assertThat(step.why()).isNotBlank();
                }
            }
        }
    }

    /** Rule 8: every mapping that listens to what was moved is in the trace, with its reason or its values. */
    @Property(tries = 200)
    void traceTellsOfEveryMappingThatWasConsidered(@ForAll int rigSeed, @ForAll int streamSeed) {
        Rig rig = Rigs.rig(rigSeed);
        Bench bench = play(rig, streamSeed, 60);
        for (Trace trace : bench.traces) {
            List<String> considered = trace.all(Considered.class).stream()
                    .map(Considered::mapping)
                    .toList();
            for (ControlMoved moved : trace.all(ControlMoved.class)) {
                listeners(rig, moved.control())
                        .forEach(mapping -> assertThat(considered).contains(mapping.id()));
            }
            for (Considered step : trace.all(Considered.class)) {
                Mapping mapping = rig.mapping(step.mapping()).orElseThrow();
                switch (step.verdict()) {
                    case ACTED ->
                        assertThat(step.values())
                                .hasSize(mapping.shape().stages().size() + 2);
                    case HELD_BACK, FAULTY -> assertThat(step.why()).isNotBlank();
                }
            }
            boolean isComparison = trace.event() instanceof Event.Passed && considered.isEmpty();
            if (isComparison) {
                continue; // what a device did not confirm is said again, for no mapping
            }
            long acted = trace.all(Considered.class).stream()
                    .filter(s -> s.verdict() == Considered.Verdict.ACTED)
                    .count();
            long saidAgain = trace.all(Reconciled.class).stream()
                    .filter(Reconciled::oursWins)
                    .count(); // after a gap, for no mapping
            assertThat(trace.all(ParameterSet.class)).hasSize((int) (acted + saidAgain));
            assertThat(Explain.lines(trace, rig)).isNotNull();
        }
    }

    /** Everything that left is in some trace. */
    @Property(tries = 100)
    void nothingLeavesUntold(@ForAll int rigSeed, @ForAll int streamSeed) {
        Bench bench = play(Rigs.rig(rigSeed), streamSeed, 60);
        List<Message> told = new ArrayList<>();
        for (Trace trace : bench.traces) {
            for (Outcome outcome : trace.outcomes()) {
                if (outcome instanceof ParameterSet s) {
                    told.add(s.message());
                } else if (outcome instanceof LightShown s) {
                    told.add(s.message());
                } else if (outcome instanceof Said s) {
                    told.add(s.message());
                }
            }
        }
        assertThat(told).isEqualTo(bench.sent.stream().map(Bench.Sent::message).toList());
    }

    private static List<Mapping> listeners(Rig rig, Ref.ToControl control) {
        return rig.mappings().stream()
                .filter(m -> m.when().triggers().contains(control))
                .filter(m -> Fault.of(m, rig).isEmpty())
                .filter(m -> !m.targets().isEmpty())
                .toList();
    }

    private static List<Message> lastShown(Bench bench) {
        Map<String, Message> last = new LinkedHashMap<>();
        bench.sent.stream()
                .filter(s -> s.device().equals("box"))
                .filter(s -> !s.message().subject().startsWith("CC")) // a ring also goes where the hand takes it
                .forEach(s -> last.put(s.message().subject(), s.message()));
        return List.copyOf(last.values());
    }

    private static Bench play(Rig rig, int seed, int events) {
        Random random = new Random(seed);
        Bench bench = new Bench(rig);
        for (int i = 0; i < events; i++) {
            bench.pass(random.nextInt(4) == 0 ? random.nextInt(400) : random.nextInt(3));
            event(bench, random);
        }
        return bench;
    }

    private static void event(Bench bench, Random random) {
        switch (random.nextInt(9)) {
            case 0, 1 -> bench.knob(21, random.nextInt(128));
            case 2 -> bench.knob(22, random.nextInt(128));
            case 3 -> bench.arrive("box", OscMessage.of("/box/wheel", random.nextFloat() * 6 - 3));
            case 4 -> bench.arrive("box", new MidiMessage.NoteOn(1, 36 + random.nextInt(2), 1 + random.nextInt(127)));
            case 5 -> bench.arrive("box", new MidiMessage.NoteOff(1, 36 + random.nextInt(2), 0));
            case 6 -> bench.arrive("box", new MidiMessage.PolyPressure(1, 37, random.nextInt(128)));
            case 7 -> bench.tell("volume", random.nextFloat() * 66 - 60, "told");
            default -> bench.tell("cutoff", 200 + random.nextFloat() * 7000, "");
        }
    }
}
