package orchard.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import orchard.action.Action;
import orchard.action.SetOfPage;
import orchard.action.SetParameter;
import orchard.action.Wait;
import orchard.engine.Plan.ActionPlan;
import orchard.engine.Plan.BranchPlan;
import orchard.engine.Plan.Place;
import orchard.engine.Plan.PresetRack;
import orchard.engine.Plan.Target;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.gear.Through;
import orchard.mapping.Branch;
import orchard.mapping.Mapping;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Rig;
import orchard.shape.Accumulate;
import orchard.shape.Shape;
import orchard.shape.ShapeFunction;

/**
 * Makes the cases of one mapping ready: their targets and actions, and where they remember.
 *
 * @param rows what lies under controls on pages of parameters
 */
record CaseCompiler(Rig rig, Mapping mapping, Map<String, PresetRack> racks, Cells cells, PageRows rows) {

    /** What stages before a press are measured against. */
    private static final Parameter WHOLE_WAY = new Parameter(
            "press", "", "press", new Range(0, 1, ""), new Law.Linear(), 0, new Binding.Osc("/press"), true);

    /**
     * A case made ready.
     *
     * @param first the number of its first action among those of all cases
     * @param before what it was until now, or null
     */
    BranchPlan branch(Branch branch, int index, int first, ConditionCompiler conditions, BranchPlan before) {
        ActionPlan[] press = actions(branch.actions().onPress(), before == null ? Nothing.ACTIONS : before.press());
        ActionPlan[] release =
                actions(branch.actions().onRelease(), before == null ? Nothing.ACTIONS : before.release());
        Shape shape = branch.shape();
        boolean shaped = press.length + release.length > 0 && !shape.stages().isEmpty();
        Ref.ToControl slow = shape.accumulate().map(Accumulate::slow).orElse(null);
        Target[] targets = targets(branch, index, first, before);
        ShapeFunction pressed = shaped ? ShapeFunction.of(shape, WHOLE_WAY) : null;
        boolean remembers = pressed != null
                && before != null
                && before.pressed() != null
                && before.pressed().isLike(pressed);
        return new BranchPlan(
                index,
                first,
                conditions.holding(branch.during()),
                branch.during().words(rig),
                targets,
                press,
                release,
                pressed,
                remembers ? before.half() : new State.OfAction(pressed == null ? 0 : pressed.memory()),
                slow == null ? null : cells.control(slow),
                shape.accumulate().orElse(null),
                Stream.of(targets).anyMatch(target -> target.shape().counts()),
                branch.actions().onPress().stream()
                        .anyMatch(action -> action instanceof Wait wait && wait.again() != Wait.Again.BESIDE));
    }

    private Target[] targets(Branch branch, int index, int first, BranchPlan before) {
        List<Target> targets = new ArrayList<>();
        List<Action> actions = branch.actions().onPress();
        for (int i = 0; i < actions.size(); i++) {
            if (actions.get(i) instanceof SetParameter set) {
                Parameter parameter = rig.parameter(set.parameter()).orElseThrow();
                List<Ref.ToParameter> spread = Through.spread(set.parameter(), rig);
                for (Ref.ToParameter one : spread) {
                    targets.add(target(
                            one,
                            mapping.functionOf(branch.shape().then(set.own()), parameter, rig),
                            index,
                            first + i,
                            takeover(rig, mapping),
                            null,
                            one != spread.get(0),
                            before));
                }
            } else if (actions.get(i) instanceof SetOfPage row) {
                for (PageRows.Laid laid : rows.laid(rig, mapping, row)) {
                    Parameter parameter = rig.parameter(laid.parameter()).orElseThrow();
                    targets.add(target(
                            laid.parameter(),
                            mapping.functionOf(branch.shape(), parameter, rig),
                            index,
                            first + i,
                            takeover(rig, mapping, laid),
                            laid.place(),
                            false,
                            before));
                }
            }
        }
        return targets.toArray(Nothing.TARGETS);
    }

    private Target target(
            Ref.ToParameter ref,
            ShapeFunction function,
            int branch,
            int action,
            Takeover takeover,
            Place place,
            boolean further,
            BranchPlan before) {
        State.OfAddress address = cells.address(ref, rig);
        State.OfTarget memory = null;
        for (Target old : before == null ? Nothing.TARGETS : before.targets()) {
            boolean same = old.address() == address
                    && old.action() == action
                    && Objects.equals(old.place(), place)
                    && old.shape().isLike(function);
            memory = same ? old.state() : memory;
        }
        return new Target(
                memory == null ? new State.OfTarget(function.memory()) : memory,
                cells.mapping(mapping.id()),
                branch,
                address,
                function,
                action,
                takeover,
                place,
                further);
    }

    private ActionPlan[] actions(List<Action> actions, ActionPlan[] before) {
        ActionCompiler compiler = new ActionCompiler(rig, mapping, racks, cells);
        List<ActionPlan> plans = new ArrayList<>();
        for (Action action : actions) {
            if (!action.follows()) {
                ActionPlan old = plans.size() < before.length ? before[plans.size()] : null;
                boolean isSame = old != null && old.action().equals(action);
                plans.add(compiler.plan(action, isSame ? old.state() : null));
            }
        }
        return plans.toArray(Nothing.ACTIONS);
    }

    /** Under a ring or a motor there is nothing to take over. */
    private static Takeover takeover(Rig rig, Mapping mapping, PageRows.Laid laid) {
        boolean isPut = rig
                .device(laid.place().control().device())
                .orElseThrow()
                .profile()
                .lightsOn(laid.place().control().control())
                .stream()
                .anyMatch(light -> light.kind().putsControl());
        return isPut ? Takeover.JUMP : takeover(rig, mapping);
    }

    /** What the mapping says, or its device, or the rig; where the control itself is put where it belongs, there is nothing to take over. */
    private static Takeover takeover(Rig rig, Mapping mapping) {
        if (mapping.putsControl(rig)) {
            return Takeover.JUMP;
        }
        Takeover ofDevice = rig.device(mapping.trigger().device())
                .map(device -> device.profile().choices().takeover())
                .orElse(null);
        Takeover said = mapping.takeover() != null
                ? mapping.takeover()
                : ofDevice != null ? ofDevice : rig.settings().takeover();
        boolean movesFinely = mapping.shape().accumulate().map(Accumulate::slow).isPresent();
        // after a fine move the control stands elsewhere, and must not undo it
        return movesFinely && said == Takeover.JUMP ? Takeover.PICK_UP : said;
    }
}
