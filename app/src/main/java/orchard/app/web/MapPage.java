package orchard.app.web;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import orchard.app.live.Learn;
import orchard.app.live.Names;
import orchard.app.live.Values;
import orchard.app.port.PortRoom;
import orchard.app.store.RigKeeper;
import orchard.check.Check;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Ref;
import orchard.mapping.Do;
import orchard.mapping.Fault;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.mapping.Shape;
import orchard.mapping.Show;
import orchard.mapping.Stage;
import orchard.mapping.When;
import orchard.parameter.Parameter;
import orchard.parameter.Quantity;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Part;
import orchard.rig.Rig;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.util.HtmlUtils;

/** Map: this control moves that parameter, over this range. */
@Controller
class MapPage {

    private final RigKeeper keeper;
    private final Names names;
    private final Values values;
    private final PortRoom ports;
    private final Learn learn;

    MapPage(RigKeeper keeper, Names names, Values values, PortRoom ports, Learn learn) {
        this.keeper = keeper;
        this.names = names;
        this.values = values;
        this.ports = ports;
        this.learn = learn;
    }

    /**
     * A mapping in the list. The list may be long, so a line is drawn here and not by the template.
     *
     * @param html the sentence, every word of it escaped
     */
    record Line(String id, String path, String html) {

        static Line of(Mapping mapping, Sentence sentence, boolean faulty, String alsoSetBy) {
            StringBuilder html = new StringBuilder(200);
            if (faulty) {
                html.append("<span class=\"wrong\" title=\"cannot work\">▲ </span>");
            }
            for (Sentence.Phrase phrase : sentence.phrases()) {
                boolean strong = phrase.clause() == Sentence.Clause.WHEN || phrase.clause() == Sentence.Clause.DO;
                html.append(strong ? "<strong>" : "")
                        .append(HtmlUtils.htmlEscape(phrase.text(), "UTF-8"))
                        .append(strong ? "</strong>" : "");
            }
            if (!alsoSetBy.isEmpty()) {
                html.append("<span class=\"also\"><span class=\"wrong\">▲</span> Also set by ")
                        .append(HtmlUtils.htmlEscape(alsoSetBy, "UTF-8"))
                        .append(".</span>");
            }
            return new Line(mapping.id(), "/map?mapping=" + Replies.query(mapping.id()), html.toString());
        }
    }

    /** A parameter in the lower panel. */
    record Cell(
            Ref.ToParameter ref,
            String key,
            String name,
            double position,
            String text,
            boolean settable,
            boolean target) {}

    /** A group of parameters that can be chosen for the lower panel. */
    record Choice(String value, String title) {}

    @GetMapping("/map")
    String page(
            @RequestParam(defaultValue = "") String mapping,
            @RequestParam(defaultValue = "") String group,
            @RequestParam(defaultValue = "") String device,
            Model model) {
        Rig rig = keeper.rig();
        List<Line> lines = lines(rig);
        model.addAttribute("lines", lines);
        Optional<Mapping> selected = rig.mapping(mapping)
                .or(() -> mapping.isEmpty() && device.isEmpty()
                        ? rig.mappings().stream().findFirst()
                        : Optional.empty());
        model.addAttribute("selected", selected.map(Mapping::id).orElse(""));
        model.addAttribute("missing", !mapping.isEmpty() && selected.isEmpty());
        Optional<Device> top = selected.map(m -> m.when().triggers().get(0))
                .flatMap(t -> rig.device(t.device()))
                .or(() -> rig.device(device))
                .or(() -> rig.gear().stream()
                        .filter(d -> !d.profile().controls().isEmpty())
                        .findFirst());
        top.ifPresent(d -> model.addAttribute("face", FaceView.of(d, rig, names, values)));
        model.addAttribute(
                "players",
                rig.gear().stream()
                        .filter(d -> !d.profile().controls().isEmpty())
                        .toList());
        selected.ifPresent(m -> select(m, rig, model));
        bottom(selected, group, rig, model);
        return "map/page";
    }

    private List<Line> lines(Rig rig) {
        Map<Ref.ToParameter, List<Mapping>> drivers = new LinkedHashMap<>();
        for (Mapping mapping : rig.mappings()) {
            mapping.targets()
                    .forEach(target -> drivers.computeIfAbsent(target, k -> new ArrayList<>())
                            .add(mapping));
        }
        return rig.mappings().stream()
                .map(mapping -> {
                    String others = mapping.targets().stream()
                            .flatMap(target -> drivers.get(target).stream())
                            .filter(other -> !other.equals(mapping))
                            .filter(other -> !(Check.follows(mapping, names) && Check.follows(other, names)))
                            .map(other -> names.words(other.when().triggers().get(0)))
                            .findFirst()
                            .orElse("");
                    return Line.of(
                            mapping,
                            Sentence.of(mapping, names),
                            Fault.of(mapping, names).isPresent(),
                            others);
                })
                .toList();
    }

    private void select(Mapping mapping, Rig rig, Model model) {
        Ref.ToControl trigger = mapping.when().triggers().get(0);
        Ref.ToParameter target = mapping.targets().get(0);
        Optional<Parameter> parameter = rig.parameter(target);
        Optional<Dimension> dimension = rig.device(trigger.device())
                .flatMap(d -> d.profile().control(trigger.control()))
                .flatMap(c -> c.dimension(trigger.dimension()));
        model.addAttribute("mapping", mapping);
        model.addAttribute("sentence", Sentence.of(mapping, names));
        model.addAttribute("seen", keeper.revision(mapping.id()));
        model.addAttribute("fault", Fault.of(mapping, names).orElse(""));
        model.addAttribute("absent", absent(List.of(trigger.device(), target.device()), rig));
        model.addAttribute("triggerControl", trigger.control());
        model.addAttribute("triggerKey", Values.key(trigger));
        model.addAttribute("targetKey", Values.key(target));
        model.addAttribute("message", dimension.map(d -> d.pattern().words()).orElse("nothing that is known"));
        parameter.ifPresent(p -> {
            model.addAttribute("parameter", p);
            Stage.Scale scale = mapping.shape()
                    .scale()
                    .orElse(new Stage.Scale(0, 1, p.range().low(), p.range().high()));
            model.addAttribute("low", p.textOfReal(scale.low()));
            model.addAttribute("high", p.textOfReal(scale.high()));
            dimension.ifPresent(d -> model.addAttribute("curve", CurveView.of(mapping.shape(), p, d.pattern())));
        });
        model.addAttribute("controls", controls(rig));
        model.addAttribute("parameters", parameters(rig));
        model.addAttribute("chosenControl", Values.key(trigger));
        model.addAttribute("chosenParameter", Values.key(target));
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
        for (Device device : rig.gear()) {
            for (Control control : device.profile().controls()) {
                for (Dimension dimension : control.dimensions()) {
                    Ref.ToControl ref = new Ref.ToControl(device.id(), control.id(), dimension.name());
                    all.add(new Choice(Values.key(ref), names.words(ref)));
                }
            }
        }
        return all;
    }

    private List<Choice> parameters(Rig rig) {
        List<Choice> all = new ArrayList<>();
        for (Device device : rig.gear()) {
            for (Parameter parameter : device.profile().parameters()) {
                if (parameter.settable()) {
                    Ref.ToParameter ref = new Ref.ToParameter(device.id(), parameter.id());
                    all.add(new Choice(Values.key(ref), names.title(device, parameter)));
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
        model.addAttribute("groups", choices);
        Optional<Ref.ToParameter> target = selected.map(m -> m.targets().get(0));
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
        Values.OfParameter value = values.parameters().get(Values.key(ref));
        return new Cell(
                ref,
                Values.key(ref),
                parameter.name(),
                value == null ? 0 : value.position(),
                value == null ? "not told yet" : value.text(),
                parameter.settable(),
                ref.equals(target));
    }

    /** Sets the range in the parameter's own unit. */
    @PostMapping("/map/{id}/range")
    ResponseEntity<Void> range(
            @PathVariable String id, @RequestParam long seen, @RequestParam String low, @RequestParam String high) {
        return change(id, seen, "Range of ", (rig, mapping) -> {
            Parameter parameter = rig.parameter(mapping.targets().get(0))
                    .orElseThrow(() -> EditRefused.invalid(id, "low", "The parameter is missing; choose one first."));
            double from = read(id, "low", low, parameter);
            double to = read(id, "high", high, parameter);
            if (from == to) {
                throw EditRefused.invalid(
                        id, "high", "Both ends are " + parameter.textOfReal(to) + ": the control would change nothing");
            }
            Stage.Scale scale = new Stage.Scale(0, 1, from, to);
            return with(mapping, mapping.shape().with(scale));
        });
    }

    private static double read(String id, String field, String typed, Parameter parameter) {
        try {
            return Quantity.parse(typed, parameter.law(), parameter.range());
        } catch (Quantity.Unreadable e) {
            throw EditRefused.invalid(id, field, e.getMessage());
        }
    }

    @PostMapping("/map/{id}/invert")
    ResponseEntity<Void> invert(@PathVariable String id, @RequestParam long seen) {
        return change(
                id,
                seen,
                "Turn round ",
                (rig, mapping) -> with(mapping, mapping.shape().invert()));
    }

    /** Chooses another control. */
    @PostMapping("/map/{id}/when")
    ResponseEntity<Void> when(@PathVariable String id, @RequestParam long seen, @RequestParam String control) {
        String[] parts = control.split("/", 3);
        if (parts.length != 3) {
            throw EditRefused.invalid(id, "control", "Choose a control from the list");
        }
        return change(
                id,
                seen,
                "Control of ",
                (rig, mapping) -> new Mapping(
                        id,
                        new When(List.of(new Ref.ToControl(parts[0], parts[1], parts[2]))),
                        mapping.during(),
                        mapping.shape(),
                        mapping.then(),
                        new Show(Learn.answers(rig, new Ref.ToControl(parts[0], parts[1], parts[2])))));
    }

    /** Chooses another parameter; the range becomes that parameter's own. */
    @PostMapping("/map/{id}/do")
    ResponseEntity<Void> then(@PathVariable String id, @RequestParam long seen, @RequestParam String parameter) {
        int slash = parameter.indexOf('/');
        if (slash < 0) {
            throw EditRefused.invalid(id, "parameter", "Choose a parameter from the list");
        }
        Ref.ToParameter ref = new Ref.ToParameter(parameter.substring(0, slash), parameter.substring(slash + 1));
        return change(
                id,
                seen,
                "Parameter of ",
                (rig, mapping) -> new Mapping(
                        id,
                        mapping.when(),
                        mapping.during(),
                        mapping.shape().inverted() ? Shape.WHOLE.invert() : Shape.WHOLE,
                        new Do(List.of(new Do.SetParameter(ref))),
                        mapping.show()));
    }

    @PostMapping("/map/{id}/delete")
    ResponseEntity<Void> delete(@PathVariable String id, @RequestParam long seen) {
        keeper.commit(id, seen, rig -> {
            Mapping mapping = rig.mapping(id).orElseThrow(Replies::gone);
            return Edit.remove("Delete “" + shortly(mapping) + "”", new Part.OfMapping(mapping));
        });
        return Replies.go("/map");
    }

    private interface Changing {
        Mapping change(Rig rig, Mapping before);
    }

    private ResponseEntity<Void> change(String id, long seen, String label, Changing changing) {
        keeper.commit(id, seen, rig -> {
            Mapping before = rig.mapping(id).orElseThrow(Replies::gone);
            Mapping after = changing.change(rig, before);
            return Edit.change(
                    label + "“" + shortly(before) + "”", new Part.OfMapping(before), new Part.OfMapping(after));
        });
        return Replies.go("/map?mapping=" + Replies.query(id));
    }

    private String shortly(Mapping mapping) {
        return names.words(mapping.when().triggers().get(0)) + " → "
                + names.words(mapping.targets().get(0));
    }

    private static Mapping with(Mapping mapping, Shape shape) {
        return new Mapping(mapping.id(), mapping.when(), mapping.during(), shape, mapping.then(), mapping.show());
    }

    /** Switches Learn on or off, from any page. */
    @PostMapping("/learn")
    ResponseEntity<Void> learn(@RequestParam boolean on) {
        learn.on(on);
        return ResponseEntity.noContent().build();
    }
}
