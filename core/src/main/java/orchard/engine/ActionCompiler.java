package orchard.engine;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.action.Action;
import orchard.action.Choose;
import orchard.action.Hold;
import orchard.action.Nudge;
import orchard.action.OpenPage;
import orchard.action.Recall;
import orchard.action.Reset;
import orchard.action.ResetMoved;
import orchard.action.Send;
import orchard.action.SetOfPage;
import orchard.action.SetParameter;
import orchard.action.SetTo;
import orchard.action.StopAll;
import orchard.action.Tap;
import orchard.action.Toggle;
import orchard.action.Wait;
import orchard.engine.Plan.ActionPlan;
import orchard.engine.Plan.PresetPlan;
import orchard.engine.Plan.SelectorPlan;
import orchard.gear.ParameterPage;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.rig.Rig;

/**
 * Makes an action ready that is done once; null for one that is not, because it follows the control.
 *
 * @param kept what the action remembered until now, or null
 */
record ActionCompiler(Rig rig, Map<String, PresetPlan> presets, Cells cells, State.OfAction kept)
        implements Action.Visitor<ActionPlan> {

    private static final int[] NONE = {};

    private ActionPlan plain(Action action) {
        return plan(action, 1, null, null, NONE, Nothing.PRESETS);
    }

    private ActionPlan plan(
            Action action,
            int memory,
            State.OfDevice device,
            SelectorPlan selector,
            int[] among,
            PresetPlan[] recalled) {
        Ref.ToParameter other = action.value() == null ? null : action.value().other();
        return new ActionPlan(
                kept == null ? new State.OfAction(memory) : kept,
                action,
                action.parameter() == null ? null : cells.parameter(action.parameter()),
                other == null ? null : cells.parameter(other),
                device,
                selector,
                among,
                recalled);
    }

    @Override
    public ActionPlan choose(Choose action) {
        return plain(action);
    }

    @Override
    public ActionPlan hold(Hold action) {
        return plain(action);
    }

    @Override
    public ActionPlan nudge(Nudge action) {
        return plain(action);
    }

    @Override
    public ActionPlan openPage(OpenPage action) {
        SelectorPlan pages =
                rig.device(action.device()).map(cells::parameterPages).orElse(null);
        return plan(action, 1, null, pages, among(action), Nothing.PRESETS);
    }

    /** The numbers of the pages that have its tag. */
    private int[] among(OpenPage open) {
        List<ParameterPage> pages = rig.device(open.device())
                .map(device -> device.profile().choices().parameterPages())
                .orElse(List.of());
        return IntStream.range(0, pages.size())
                .filter(i -> open.tag().isEmpty() || pages.get(i).marks().tags().contains(open.tag()))
                .map(i -> i + 1)
                .toArray();
    }

    @Override
    public ActionPlan recall(Recall action) {
        PresetPlan[] all = presets.values().stream()
                .filter(plan -> plan.preset().device().equals(action.device()))
                .sorted(Comparator.comparing(plan -> plan.preset().name(), String.CASE_INSENSITIVE_ORDER))
                .toArray(PresetPlan[]::new);
        int[] among = IntStream.range(0, all.length)
                .filter(i -> action.preset().isEmpty()
                        ? all[i].preset().isOf(action.tag())
                        : all[i].preset().id().equals(action.preset()))
                .map(i -> i + 1)
                .toArray();
        Selector selector = new Selector(
                new Selector.Owner(Selector.Kind.PRESETS, action.device(), ""),
                Stream.of(all)
                        .map(plan -> new Selector.Place(
                                plan.preset().id(), plan.preset().name()))
                        .toList(),
                Selector.Ends.WRAP);
        State.OfSelector state = cells.device(action.device()).presets;
        return plan(action, 1, null, new SelectorPlan(state, selector), among, all);
    }

    @Override
    public ActionPlan reset(Reset action) {
        return plain(action);
    }

    @Override
    public ActionPlan resetMoved(ResetMoved action) {
        return plain(action);
    }

    @Override
    public ActionPlan send(Send action) {
        return plan(action, 1, cells.device(action.device()), null, NONE, Nothing.PRESETS);
    }

    @Override
    public ActionPlan setOfPage(SetOfPage action) {
        return null;
    }

    @Override
    public ActionPlan setParameter(SetParameter action) {
        return null;
    }

    @Override
    public ActionPlan setTo(SetTo action) {
        return plain(action);
    }

    @Override
    public ActionPlan stopAll(StopAll action) {
        return plain(action);
    }

    @Override
    public ActionPlan tap(Tap action) {
        return plan(action, Tap.PRESSES, null, null, NONE, Nothing.PRESETS);
    }

    @Override
    public ActionPlan toggle(Toggle action) {
        return plain(action);
    }

    @Override
    public ActionPlan wait(Wait action) {
        return plain(action);
    }
}
