package orchard.app.web;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.action.Action;
import orchard.action.SetParameter;
import orchard.app.live.Learn;
import orchard.app.live.Names;
import orchard.app.live.Values;
import orchard.app.port.PortRoom;
import orchard.app.store.RigKeeper;
import orchard.condition.Condition;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.LayerStack;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.inventory.Doubt;
import orchard.mapping.Fault;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Parameter;
import orchard.rig.Rig;
import orchard.shape.Scale;
import orchard.text.Phrases;
import orchard.text.SentenceWriter;
import orchard.trigger.Trigger;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Map: this control moves that parameter, over this range. */
@Controller
class MapPage {

    private static final Map<Gesture.Kind, String> GESTURES = gestures();

    private final RigKeeper keeper;
    private final Names names;
    private final Values values;
    private final PortRoom ports;
    private final Learn learn;
    private final RigCache<String> sentences;
    private final RigCache<Options> controls;
    private final RigCache<ParameterTitles> titles;
    private final RigCache<String> options;
    private final RigCache<String> lights;

    MapPage(RigKeeper keeper, Names names, Values values, PortRoom ports, Learn learn) {
        this.keeper = keeper;
        this.names = names;
        this.values = values;
        this.ports = ports;
        this.learn = learn;
        sentences = new RigCache<>(names, rig -> SentenceList.html(rig, names));
        controls = new RigCache<>(names, rig -> new Options(controls(rig)));
        titles = new RigCache<>(names, rig -> ParameterTitles.of(rig, names));
        options = new RigCache<>(names, rig -> titles.of(rig).options());
        lights = new RigCache<>(names, AnswerLines::options);
    }

    /** A parameter in the lower panel. */
    record Cell(
            Ref.ToParameter ref,
            String key,
            String name,
            double position,
            String text,
            boolean known,
            boolean settable,
            boolean target) {}

    /** Something that can be chosen. */
    record Choice(String value, String title) {}

    /** What can be chosen from a list. There may be a thousand of them, so they are drawn here and not by the template. */
    record Options(List<Choice> choices) {

        /** The options with one of them chosen, every word escaped. */
        public String html(String chosen) {
            Html html = new Html();
            for (Choice choice : choices) {
                html.raw("<option")
                        .attribute("value", choice.value())
                        .raw(choice.value().equals(chosen) ? " selected>" : ">")
                        .text(choice.title())
                        .raw("</option>");
            }
            return html.toString();
        }
    }

    private static Map<Gesture.Kind, String> gestures() {
        Map<Gesture.Kind, String> words = new EnumMap<>(Gesture.Kind.class);
        words.put(Gesture.Kind.MOVE, "moved or pressed");
        words.put(Gesture.Kind.HOLD, "held");
        words.put(Gesture.Kind.DOUBLE, "pressed twice");
        words.put(Gesture.Kind.CIRCLE, "circled");
        return words;
    }

    @GetMapping("/map")
    String page(
            @RequestParam(defaultValue = "") String mapping,
            @RequestParam(defaultValue = "") String group,
            @RequestParam(defaultValue = "") String device,
            @RequestParam(defaultValue = "-1") int action,
            @RequestParam(defaultValue = "-1") int stage,
            @RequestParam(name = "case", defaultValue = "0") int branch,
            @RequestParam(defaultValue = "") String as,
            @RequestParam(defaultValue = "") String open,
            Model model) {
        Rig rig = keeper.rig();
        Optional<Mapping> selected = rig.mapping(mapping)
                .or(() -> mapping.isEmpty() && device.isEmpty()
                        ? rig.mappings().stream().findFirst()
                        : Optional.empty());
        model.addAttribute("selected", selected.map(Mapping::id).orElse(""));
        model.addAttribute("count", rig.mappings().size());
        model.addAttribute("sentences", listed(rig, selected.map(Mapping::id).orElse("")));
        model.addAttribute("missing", !mapping.isEmpty() && selected.isEmpty());
        Optional<Device> top = selected.map(Mapping::trigger)
                .flatMap(t -> rig.device(t.device()))
                .or(() -> rig.device(device))
                .or(() -> rig.gear().stream()
                        .filter(d -> !d.profile().controls().isEmpty())
                        .findFirst());
        List<String> asIf = Stream.of(as.split(","))
                .filter(layer -> rig.layer(layer).isPresent())
                .toList();
        layers(asIf, rig, model);
        top.ifPresent(d -> model.addAttribute("face", FaceView.of(d, stack(asIf, rig), rig, names, values)));
        model.addAttribute("opens", open);
        model.addAttribute(
                "players",
                rig.gear().stream()
                        .filter(d -> !d.profile().controls().isEmpty())
                        .toList());
        selected.ifPresent(m -> {
            int looked = Math.max(0, Math.min(branch, m.branches().size() - 1));
            select(m, looked, rig, action, stage, model);
        });
        bottom(selected, group, rig, model);
        return "map/page";
    }

    private String listed(Rig rig, String selected) {
        String link = "data-mapping=\"" + Html.escape(selected) + "\"";
        return sentences.of(rig).replace(link, link + " aria-current=\"true\"");
    }

    /** The layers that are on, or those that are taken to be. */
    private LayerStack stack(List<String> asIf, Rig rig) {
        return asIf.isEmpty() ? new LayerStack(values.stack()) : LayerStack.of(rig.layers(), asIf, List.of());
    }

    private void layers(List<String> asIf, Rig rig, Model model) {
        model.addAttribute("stack", LayerView.of(rig, names, values));
        model.addAttribute("asIf", asIf);
        model.addAttribute("layers", rig.layers());
        model.addAttribute("silenced", values.silenced());
        model.addAttribute("tried", values.alone());
    }

    /** A device's face alone, as its controls are now, or would be as if some layers were on. */
    @GetMapping("/map/face")
    String face(
            @RequestParam String device,
            @RequestParam(defaultValue = "") String control,
            @RequestParam(defaultValue = "") String as,
            Model model) {
        Rig rig = keeper.rig();
        Device of = rig.device(device).orElseThrow(Replies::gone);
        List<String> asIf = Stream.of(as.split(","))
                .filter(layer -> rig.layer(layer).isPresent())
                .toList();
        model.addAttribute("face", FaceView.of(of, stack(asIf, rig), rig, names, values));
        model.addAttribute("triggerControl", control);
        return "fragments/face :: face(face=${face},selected=${triggerControl})";
    }

    /** A line of a sentence: one case, or what stands before and behind them all. */
    record Said(int branch, boolean isCase, List<Sentence.Phrase> phrases) {}

    /** The sentence broken into lines, where it has several. */
    private static List<Said> lines(Sentence sentence) {
        List<Said> lines = new ArrayList<>();
        List<Sentence.Phrase> line = new ArrayList<>();
        int branch = 0;
        for (Sentence.Phrase phrase : sentence.phrases()) {
            line.add(phrase);
            if (phrase.clause() == Sentence.Clause.BREAK) {
                lines.add(new Said(branch, !lines.isEmpty(), List.copyOf(line)));
                line.clear();
            }
            branch = phrase.clause() == Sentence.Clause.NONE ? branch : phrase.branch();
        }
        lines.add(new Said(branch, !lines.isEmpty(), List.copyOf(line)));
        return lines;
    }

    private void select(Mapping whole, int branch, Rig rig, int action, int stage, Model model) {
        Mapping mapping = whole.only(branch);
        CaseOf of = new CaseOf(whole.id(), branch);
        int before = whole.actionsBefore(branch);
        Ref.ToControl trigger = mapping.trigger();
        Optional<Ref.ToParameter> target = mapping.target();
        Optional<Parameter> parameter = target.flatMap(rig::parameter);
        Optional<Dimension> dimension = rig.dimension(trigger);
        boolean follows = mapping.actions().onPress().get(0) instanceof SetParameter;
        model.addAttribute("mapping", mapping);
        model.addAttribute("editId", of.text());
        model.addAttribute("branch", branch);
        model.addAttribute("caseCount", whole.branches().size());
        model.addAttribute("every", whole.cases().every());
        model.addAttribute("triggerKinds", Trigger.Kind.values());
        model.addAttribute("triggerLines", TriggerForm.of(whole.when().also(), rig, names, titles.of(rig)));
        model.addAttribute("conditionKinds", Condition.Kind.ofCases());
        model.addAttribute("conditionLines", ConditionForm.of(mapping.during(), rig, names, titles.of(rig)));
        model.addAttribute("conditionAny", ConditionForm.isAny(mapping.during()));
        model.addAttribute("answerLines", AnswerLines.of(whole, rig, names));
        model.addAttribute("allLights", lights.of(rig));
        model.addAttribute("wholeId", whole.id());
        String written = new SentenceWriter(names, rig.gear()).written(List.of(whole));
        model.addAttribute("written", written);
        model.addAttribute("phrases", Phrases.of(written));
        model.addAttribute("lines", lines(Sentence.of(whole, names)));
        model.addAttribute("seen", keeper.revision(mapping.id()));
        model.addAttribute("fault", Fault.of(whole, names).orElse(""));
        model.addAttribute(
                "absent",
                absent(
                        Stream.concat(Stream.of(trigger.device()), target.map(Ref.ToParameter::device).stream())
                                .toList(),
                        rig));
        Optional<Device> doubtful = target.flatMap(t -> rig.ownDevice(t.device()));
        List<Doubt> doubts = doubtful.map(d -> Doubt.of(d.profile(), names.told(d))).orElse(List.of()).stream()
                .filter(doubt -> parameter
                        .filter(p -> doubt.isAround(doubtful.orElseThrow().profile(), p.group()))
                        .isPresent())
                .toList();
        if (!doubts.isEmpty()) {
            model.addAttribute("unsure", FinderPage.unsure(doubtful.orElseThrow(), doubts));
            model.addAttribute("unsurePresses", FinderPage.UNSURE);
            model.addAttribute("unsureOf", doubtful.orElseThrow().id());
            model.addAttribute(
                    "unsureSeen", keeper.revision(doubtful.orElseThrow().id()));
        }
        model.addAttribute("triggerControl", trigger.control());
        model.addAttribute("triggerKey", trigger.key());
        model.addAttribute(
                "targetKey",
                target.flatMap(t -> values.now(t, rig)).map(Ref::key).orElse(""));
        model.addAttribute(
                "through",
                target.map(Ref.ToParameter::device)
                        .filter(id -> rig.focus(id).isPresent())
                        .orElse(null));
        boolean circled = mapping.when().gesture().kind() == Gesture.Kind.CIRCLE;
        model.addAttribute(
                "message",
                circled
                        ? "the place of a finger on it"
                        : dimension
                                .map(d -> names.noteNames().spelled(d.pattern().words()))
                                .orElse(trigger.equals(Ref.ToControl.NONE) ? "" : "nothing that is known"));
        if (follows && parameter.isPresent()) {
            Parameter p = parameter.get();
            model.addAttribute("parameter", p);
            Scale scale = mapping.shape()
                    .scale()
                    .orElse(new Scale(0, 1, p.range().low(), p.range().high()));
            model.addAttribute("low", p.textOfReal(scale.low()));
            model.addAttribute("high", p.textOfReal(scale.high()));
        }
        ChainView.add(mapping, before, names, action, stage, buttons(rig), model);
        dimension.ifPresent(d -> curve(mapping, before, action, d, rig, model));
        model.addAttribute("controls", controls.of(rig));
        model.addAttribute("titles", options.of(rig));
        model.addAttribute("chosenControl", trigger.equals(Ref.ToControl.NONE) ? "" : trigger.key());
        model.addAttribute("gesture", mapping.when().gesture());
        model.addAttribute(
                "seconds",
                mapping.when().gesture().seconds() == 0
                        ? "0.50 s"
                        : Display.text(mapping.when().gesture().seconds(), "s"));
        model.addAttribute("gestures", GESTURES);
        model.addAttribute("takeovers", Takeover.values());
        model.addAttribute("actionKinds", Action.Kind.values());
        model.addAttribute("mappingId", of.text());
        model.addAttribute("recipes", RecipeForm.of(mapping, rig, titles.of(rig)));
        model.addAttribute("actionLines", ActionForm.of(mapping.actions(), rig, names, titles.of(rig)));
    }

    /** The curve of the action whose stages are looked at, or of the first that follows the control. */
    private static void curve(Mapping mapping, int before, int action, Dimension dimension, Rig rig, Model model) {
        List<Action> actions = mapping.actions().onPress();
        int shown = action;
        for (int i = 0; shown < 0 && i < actions.size(); i++) {
            shown = actions.get(i) instanceof SetParameter ? i : shown;
        }
        if (shown < 0 || shown >= actions.size() || !(actions.get(shown) instanceof SetParameter set)) {
            return;
        }
        model.addAttribute("curveAction", before + shown);
        model.addAttribute("ways", WayView.of(mapping, rig));
        model.addAttribute("curveKey", set.parameter().key());
        rig.parameter(set.parameter()).ifPresent(parameter -> {
            try {
                model.addAttribute(
                        "curve",
                        CurveView.of(
                                mapping.function(set.own(), parameter, rig),
                                parameter,
                                dimension.pattern(),
                                mapping.isEndless(rig)));
            } catch (Mistake e) {
                // the fault beside the sentence says so
            }
        });
    }

    /** Controls that can be held, by key. */
    private Map<String, String> buttons(Rig rig) {
        Map<String, String> buttons = new LinkedHashMap<>();
        for (Device device : rig.gear()) {
            for (Control control : device.profile().controls()) {
                if (control.kind().pressed() && control.dimension("gate").isPresent()) {
                    Ref.ToControl ref = new Ref.ToControl(device.id(), control.id(), "gate");
                    buttons.put(ref.key(), names.words(ref));
                }
            }
        }
        return buttons;
    }

    private String absent(List<String> devices, Rig rig) {
        return devices.stream()
                .distinct()
                .filter(id -> rig.ownDevice(id).isPresent() && !ports.present().contains(id))
                .map(id -> rig.ownDevice(id).orElseThrow().name())
                .reduce((a, b) -> a + " and " + b)
                .orElse("");
    }

    private List<Choice> controls(Rig rig) {
        List<Choice> all = new ArrayList<>();
        all.add(new Choice("", "no control"));
        for (Device device : rig.gear()) {
            for (Control control : device.profile().controls()) {
                for (Dimension dimension : control.dimensions()) {
                    Ref.ToControl ref = new Ref.ToControl(device.id(), control.id(), dimension.name());
                    all.add(new Choice(ref.key(), names.words(ref)));
                }
            }
        }
        return all;
    }

    private void bottom(Optional<Mapping> selected, String group, Rig rig, Model model) {
        List<Choice> choices = new ArrayList<>();
        for (Device device : rig.devices()) {
            List<String> groups = device.profile().parameters().stream()
                    .map(Parameter::group)
                    .distinct()
                    .toList();
            for (String g : groups) {
                choices.add(new Choice(
                        device.id() + "/" + g,
                        device.name()
                                + names.groupTitle(device, g)
                                        .map(t -> " · " + t)
                                        .orElse("")));
            }
        }
        model.addAttribute("groups", new Options(choices));
        Optional<Ref.ToParameter> target = selected.flatMap(Mapping::target).flatMap(t -> values.now(t, rig));
        selected.flatMap(Mapping::target)
                .flatMap(t -> rig.focus(t.device()))
                .ifPresent(focus -> model.addAttribute("focusStrip", FocusView.of(focus, names, values)));
        String chosen = !group.isEmpty()
                ? group
                : target.flatMap(t -> rig.parameter(t).map(p -> t.device() + "/" + p.group()))
                        .orElse(choices.isEmpty() ? "" : choices.get(0).value());
        model.addAttribute("group", chosen);
        int slash = chosen.indexOf('/');
        if (slash < 0) {
            model.addAttribute("cells", List.of());
            return;
        }
        Optional<Device> device = rig.device(chosen.substring(0, slash));
        String groupId = chosen.substring(slash + 1);
        model.addAttribute("bottomDevice", device.orElse(null));
        model.addAttribute(
                "cells",
                device.map(d -> d.profile().parameters().stream()
                                .filter(p -> p.group().equals(groupId))
                                .map(p -> cell(d, p, target.orElse(null)))
                                .toList())
                        .orElse(List.of()));
    }

    private Cell cell(Device device, Parameter parameter, Ref.ToParameter target) {
        Ref.ToParameter ref = new Ref.ToParameter(device.id(), parameter.id());
        Values.OfParameter value = values.parameters().get(ref.key());
        return new Cell(
                ref,
                ref.key(),
                parameter.name(),
                value == null ? 0 : value.position(),
                value == null ? "not told yet" : value.text(),
                value != null,
                parameter.settable(),
                ref.equals(target));
    }

    /** Switches Learn on or off, from any page. */
    @PostMapping("/learn")
    ResponseEntity<Void> learn(@RequestParam boolean on) {
        learn.on(on);
        return ResponseEntity.noContent().build();
    }

    /** The parameter that is touched next goes in a form. */
    @PostMapping("/learn/pick")
    ResponseEntity<Void> pick() {
        learn.pick();
        return ResponseEntity.noContent().build();
    }

    /** What a parameter is called in a form. */
    @GetMapping("/map/title")
    ResponseEntity<String> title(@RequestParam String key) {
        return ResponseEntity.ok(titles.of(keeper.rig()).title(key));
    }

    /** The parameters that can be set, as a tree: all devices with their groups, or what is in one group. */
    @GetMapping("/map/tree")
    String tree(
            @RequestParam(defaultValue = "") String device,
            @RequestParam(defaultValue = "") String group,
            Model model) {
        model.addAttribute("tree", device.isEmpty() ? ParameterTree.of(keeper.rig(), names) : null);
        model.addAttribute("leaves", ParameterTree.leaves(keeper.rig(), device, group));
        return "map/tree";
    }

    /** The mapping just learned was meant for another control or parameter that moved lately. */
    @PostMapping("/learn/instead")
    ResponseEntity<Void> instead(@RequestParam String key) {
        learn.instead(key);
        return ResponseEntity.noContent().build();
    }
}
