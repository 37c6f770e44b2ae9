package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import orchard.action.Send;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.mapping.Actions;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.mapping.When;
import orchard.outcome.Refused;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.trigger.ValueMoves;
import org.junit.jupiter.api.Test;

/** Variables that stand where they stood when Orchard begins again, and those that are counted otherwise in the middle of it. */
class VariablesTest {

    private static final Ref.ToParameter STAYS = new Ref.ToParameter("mind", "stays");
    private static final Ref.ToParameter ANEW = new Ref.ToParameter("mind", "anew");
    private static final Range HUNDRED = new Range(0, 100, "%");

    private final List<Trace> traces = new ArrayList<>();
    private final List<Message> sent = new ArrayList<>();
    private final Compiler compiler = new Compiler();
    private Engine engine;

    @Test
    void whatStaysStandsWhereItStoodAndSetsNothingOff() {
        begin(rig(
                variable("stays", HUNDRED, new Law.Linear(), true),
                variable("anew", HUNDRED, new Law.Linear(), false)));
        engine.handle(new Event.Resumed(
                1,
                List.of(
                        new Event.VariableKept(1, STAYS, 70),
                        new Event.VariableKept(1, ANEW, 70),
                        new Event.VariableKept(1, new Ref.ToParameter("mind", "gone"), 70))));
        engine.handle(new Event.Passed(2));
        assertThat(real(STAYS)).isCloseTo(70, within(1e-9));
        assertThat(real(ANEW)).isEqualTo(20);
        assertThat(sent).as("nobody moved it").doesNotHaveAnyElementsOfTypes(MidiMessage.NoteOn.class);
    }

    /** What was kept is no value of it any more. */
    @Test
    void whatIsOutOfReachBeginsAtItsDefault() {
        begin(rig(variable("stays", new Range(0, 50, "%"), new Law.Linear(), true)));
        engine.handle(new Event.Resumed(1, List.of(new Event.VariableKept(1, STAYS, 70))));
        engine.handle(new Event.Passed(2));
        assertThat(real(STAYS)).isEqualTo(20);
    }

    @Test
    void anEditKeepsItsValueWhereThatMeansTheSame() {
        Rig rig = rig(variable("stays", HUNDRED, new Law.Linear(), true));
        begin(rig);
        engine.handle(new Event.Resumed(1, List.of(new Event.VariableKept(1, STAYS, 40))));
        rig = edit(rig, variable("stays", new Range(0, 200, "%"), new Law.Linear(), true));
        assertThat(real(STAYS)).isCloseTo(40, within(1e-9));
        rig = edit(rig, variable("stays", new Range(0, 30, "%"), new Law.Linear(), true));
        assertThat(real(STAYS)).isEqualTo(20);
        assertThat(traces.get(traces.size() - 1).first(Refused.class).why())
                .isEqualTo("stays counts otherwise now, and begins anew at 20 %");
        edit(rig, variable("stays", new Range(0, 1, ""), new Law.Named(List.of("off", "on")), true));
        assertThat(real(STAYS)).isEqualTo(1);
    }

    private double real(Ref.ToParameter ref) {
        Parameter parameter = engine.plan().rig().parameter(ref).orElseThrow();
        return parameter.real(engine.position(ref));
    }

    private void begin(Rig rig) {
        engine = new Engine(compiler.compile(rig), (device, message) -> sent.add(message), traces::add);
    }

    private Rig edit(Rig rig, Parameter variable) {
        Device before = rig.device("mind").orElseThrow();
        Rig after = rig.apply(Edit.change(
                "edit",
                new Part.OfDevice(before),
                new Part.OfDevice(before.with(before.profile().withParameters(List.of(variable))))));
        engine.handle(new Event.Replanned(3, compiler.compile(after)));
        return after;
    }

    private static Parameter variable(String id, Range range, Law law, boolean stays) {
        double standard = Math.min(20, range.high());
        return new Parameter(id, "", id, range, law, standard, new Binding.Kept(stays), true);
    }

    private static Rig rig(Parameter... variables) {
        Mapping watching = Synth.on(
                        "pad1", "gate", new Actions(List.of(new Send("synth", new MidiMessage.NoteOn(1, 60, 90)))))
                .with(new When(List.of(), Gesture.MOVE, List.of(new ValueMoves(STAYS, ValueMoves.Way.CHANGES, 0))))
                .as("m1");
        return WorldRig.empty()
                .apply(Edit.add(
                        "variables",
                        new Part.OfDevice(new Device(
                                "mind",
                                "Variables",
                                "",
                                new Seat(Wire.NONE, "", ""),
                                Profile.BLANK.withParameters(List.of(variables))))))
                .apply(Edit.add("watching", new Part.OfMapping(watching)));
    }
}
