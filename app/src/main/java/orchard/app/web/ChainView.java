package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import orchard.action.Action;
import orchard.action.SetParameter;
import orchard.app.live.Names;
import orchard.mapping.Mapping;
import orchard.parameter.Parameter;
import orchard.shape.Bypassed;
import orchard.shape.Shape;
import orchard.shape.Stage;
import org.springframework.ui.Model;

/**
 * A chain of stages to be drawn.
 *
 * @param action whose own stages they are; −1 for those before all
 * @param title what they lead to
 * @param live the action in whose values theirs stand
 */
record ChainView(int action, String title, int live, List<Link> links) {

    /**
     * One stage of a chain.
     *
     * @param index its place among all stages of the live action
     * @param words its numbers, as they read in the sentence
     * @param open whether its form is shown
     */
    record Link(int place, int index, String name, String words, boolean bypassed, boolean open) {}

    /**
     * Puts the chains of a case of a mapping into the model, and the form of the stage that is open.
     *
     * @param actionsBefore how many actions stand in the cases before
     */
    static void add(
            Mapping mapping,
            int actionsBefore,
            Names names,
            int action,
            int stage,
            Map<String, String> buttons,
            Model model) {
        List<Action> actions = mapping.actions().onPress();
        List<Integer> following = new ArrayList<>();
        for (int i = 0; i < actions.size(); i++) {
            if (actions.get(i) instanceof SetParameter) {
                following.add(i);
            }
        }
        List<ChainView> chains = new ArrayList<>();
        int before = mapping.shape().stages().size();
        int first = following.isEmpty() ? -1 : actionsBefore + following.get(0);
        String all = following.size() > 1 ? "All" : "";
        chains.add(chain(
                mapping, -1, all, first, 0, action, stage, mapping.target().flatMap(names::parameter)));
        for (int i : following) {
            SetParameter set = (SetParameter) actions.get(i);
            if (following.size() > 1 || !set.own().stages().isEmpty()) {
                Optional<Parameter> parameter = names.parameter(set.parameter());
                chains.add(chain(
                        mapping, i, names.words(set.parameter()), actionsBefore + i, before, action, stage, parameter));
            }
        }
        model.addAttribute("chains", chains);
        model.addAttribute("stageKinds", Stage.Kind.values());
        if (stage < 0 || action != -1 && !following.contains(action)) {
            return;
        }
        Shape shape = MappingEdits.shape(mapping, action);
        Optional<Parameter> parameter = (action < 0
                        ? mapping.target()
                        : Optional.ofNullable(actions.get(action).parameter()))
                .flatMap(names::parameter);
        if (stage < shape.stages().size() && parameter.isPresent()) {
            Stage open = shape.stages().get(stage);
            model.addAttribute("stageForm", StageForm.of(open, parameter.get(), buttons));
            model.addAttribute("stagePlace", stage);
            model.addAttribute("stageAction", action);
            model.addAttribute("stageBypassed", open instanceof Bypassed);
            model.addAttribute("stageCount", shape.stages().size());
        }
    }

    private static ChainView chain(
            Mapping mapping,
            int action,
            String title,
            int live,
            int before,
            int shownAction,
            int shownStage,
            Optional<Parameter> parameter) {
        List<Link> links = new ArrayList<>();
        List<Stage> stages = MappingEdits.shape(mapping, action).stages();
        for (int place = 0; place < stages.size(); place++) {
            Stage stage = stages.get(place);
            boolean bypassed = stage instanceof Bypassed;
            Stage shown = stage instanceof Bypassed by ? by.stage() : stage;
            links.add(new Link(
                    place,
                    before + place,
                    stage.kind().words(),
                    shown.words(parameter),
                    bypassed,
                    action == shownAction && place == shownStage));
        }
        return new ChainView(action, title, live, links);
    }
}
