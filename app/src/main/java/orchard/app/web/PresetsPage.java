package orchard.app.web;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Predicate;
import orchard.action.Recall;
import orchard.app.live.EngineRoom;
import orchard.app.live.Names;
import orchard.app.live.Values;
import orchard.app.store.RigKeeper;
import orchard.condition.Always;
import orchard.gear.Device;
import orchard.gear.ParameterPage;
import orchard.gear.Preset;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.mistake.Mistake;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Shape;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Presets: how devices sound or look, kept under a name, found and recalled. */
@Controller
class PresetsPage {

    private final RigKeeper keeper;
    private final Names names;
    private final Values values;
    private final EngineRoom engine;

    PresetsPage(RigKeeper keeper, Names names, Values values, EngineRoom engine) {
        this.keeper = keeper;
        this.names = names;
        this.values = values;
        this.engine = engine;
    }

    /**
     * A preset in the list.
     *
     * @param recalled whether it is the one its device recalled last
     * @param words everything it can be found by, in small letters
     */
    record Row(
            String id,
            String device,
            String name,
            String where,
            String type,
            String tags,
            int count,
            boolean favourite,
            boolean recalled,
            String words) {}

    /** Something that can be chosen from a list. */
    record Choice(String value, String title) {}

    /** What of a device can be kept. */
    record Scope(String name, List<Choice> choices) {}

    /** One value of a preset, beside what it is now. */
    record Line(String key, String title, String kept, String now, boolean same, boolean missing) {}

    @GetMapping("/map/presets")
    String page(@RequestParam(defaultValue = "") String at, Model model) {
        Rig rig = keeper.rig();
        List<Device> devices = rig.devices().stream()
                .filter(device -> device.profile().parameters().stream().anyMatch(Parameter::settable))
                .toList();
        List<Preset> presets = rig.presets().stream()
                .sorted(Comparator.comparing(Preset::name, String.CASE_INSENSITIVE_ORDER))
                .toList();
        model.addAttribute("at", at);
        model.addAttribute("devices", devices);
        model.addAttribute(
                "keepers",
                devices.stream()
                        .filter(device ->
                                presets.stream().anyMatch(p -> p.device().equals(device.id())))
                        .toList());
        model.addAttribute("rows", presets.stream().map(p -> row(p, rig)).toList());
        model.addAttribute(
                "types",
                presets.stream()
                        .map(Preset::type)
                        .filter(type -> !type.isEmpty())
                        .distinct()
                        .sorted()
                        .toList());
        model.addAttribute("scopes", devices.stream().map(this::scope).toList());
        rig.presets().stream().filter(p -> p.id().equals(at)).findFirst().ifPresent(p -> show(p, rig, model));
        return "presets/page";
    }

    private Row row(Preset preset, Rig rig) {
        String where = rig.device(preset.device()).map(Device::name).orElse("a device that is not in the rig");
        String tags = String.join(", ", preset.marks().tags());
        return new Row(
                preset.id(),
                preset.device(),
                preset.name(),
                where,
                preset.type(),
                tags,
                preset.values().size(),
                preset.marks().favourite(),
                values.recalled(preset.device()).equals(preset.id()),
                String.join(" ", preset.name(), where, preset.type(), tags).toLowerCase(Locale.ROOT));
    }

    private Scope scope(Device device) {
        List<Choice> choices = new ArrayList<>();
        choices.add(new Choice(device.id() + "/", "all of " + device.name()));
        device.profile()
                .choices()
                .parameterPages()
                .forEach(page -> choices.add(
                        new Choice(device.id() + "/page/" + page.id(), "what is on page “" + page.name() + "”")));
        device.profile()
                .groups()
                .forEach(group -> names.groupTitle(device, group.id())
                        .ifPresent(title -> choices.add(new Choice(device.id() + "/group/" + group.id(), title))));
        return new Scope(device.name(), choices);
    }

    private void show(Preset preset, Rig rig, Model model) {
        model.addAttribute("preset", preset);
        model.addAttribute("seen", keeper.revision(preset.id()));
        Optional<Device> device = rig.device(preset.device());
        model.addAttribute("called", device.map(Device::name).orElse("Its device is not in the rig."));
        model.addAttribute(
                "pages", device.map(d -> d.profile().choices().parameterPages()).orElse(List.of()));
        model.addAttribute("buttons", Pickers.buttons(rig));
        model.addAttribute(
                "reasons",
                rig.mappings().stream()
                        .filter(m -> m.actions().onPress().stream()
                                .anyMatch(action -> action instanceof Recall recall
                                        && recall.device().equals(preset.device())
                                        && (recall.preset().equals(preset.id())
                                                || recall.preset().isEmpty() && preset.isOf(recall.tag()))))
                        .map(m -> new FinderPage.Reason(
                                m.id(), Sentence.of(m, names).text()))
                        .toList());
        model.addAttribute(
                "settings",
                preset.values().stream().map(s -> line(preset, s, device)).toList());
    }

    private Line line(Preset preset, Preset.Setting setting, Optional<Device> device) {
        String key = new Ref.ToParameter(preset.device(), setting.parameter()).key();
        Optional<Parameter> parameter = device.flatMap(d -> d.profile().parameter(setting.parameter()));
        Values.OfParameter now = values.parameters().get(key);
        String kept = parameter.map(p -> p.textOfReal(setting.real())).orElse(String.valueOf(setting.real()));
        boolean same = now != null
                && parameter
                        .map(p -> Math.abs(p.position(setting.real()) - now.position()) < 1e-3)
                        .orElse(false);
        return new Line(
                key,
                parameter.map(p -> names.title(device.orElseThrow(), p)).orElse(setting.parameter()),
                kept,
                parameter.isEmpty() ? "not there" : now == null ? "not told" : now.text(),
                same,
                parameter.isEmpty());
    }

    /** Keeps how something is now. */
    @PostMapping("/map/presets/new")
    ResponseEntity<Void> add(
            @RequestParam String what,
            @RequestParam String name,
            @RequestParam(defaultValue = "") String type,
            @RequestParam(defaultValue = "") String tags) {
        String[] parts = what.split("/", 3);
        Device device = keeper.rig().ownDevice(parts[0]).orElseThrow(Replies::gone);
        String page = parts.length == 3 && parts[1].equals("page") ? parts[2] : "";
        List<Preset.Setting> now = now(device, within(device, parts));
        if (now.isEmpty()) {
            throw EditRefused.invalid("", "what", "Nothing of this was told yet, so there is nothing to keep.");
        }
        Edit edit = keeper.commit(rig -> {
            Preset preset = preset(rig.freeId("preset"), device.id(), name, type, page, false, tags, now);
            return Edit.add("Preset “" + preset.name() + "” of " + device.name(), new Part.OfPreset(preset));
        });
        return go(edit.changes().get(0).id());
    }

    private static Predicate<Parameter> within(Device device, String[] parts) {
        if (parts.length < 3) {
            return parameter -> true;
        } else if (parts[1].equals("page")) {
            List<String> ids = device.profile().choices().parameterPages().stream()
                    .filter(page -> page.id().equals(parts[2]))
                    .flatMap(page -> page.entries().stream())
                    .map(ParameterPage.Entry::parameter)
                    .toList();
            return parameter -> ids.contains(parameter.id());
        }
        return parameter -> isIn(device, parameter.group(), parts[2]);
    }

    private static boolean isIn(Device device, String group, String wanted) {
        return group.equals(wanted)
                || device.profile()
                        .group(group)
                        .filter(g -> isIn(device, g.parent(), wanted))
                        .isPresent();
    }

    /** What the parameters of a device stand at, as far as it was told. */
    private List<Preset.Setting> now(Device device, Predicate<Parameter> which) {
        List<Preset.Setting> settings = new ArrayList<>();
        for (Parameter parameter : device.profile().parameters()) {
            Values.OfParameter value = values.parameters().get(new Ref.ToParameter(device.id(), parameter.id()).key());
            if (parameter.settable() && which.test(parameter) && value != null) {
                settings.add(new Preset.Setting(parameter.id(), parameter.real(value.position())));
            }
        }
        return settings.subList(0, Math.min(settings.size(), Preset.MOST));
    }

    private static Preset preset(
            String id,
            String device,
            String name,
            String type,
            String page,
            boolean favourite,
            String tags,
            List<Preset.Setting> settings) {
        try {
            return new Preset(
                    id,
                    device,
                    name.strip(),
                    type.strip().toLowerCase(Locale.ROOT),
                    page,
                    new Marks(favourite, Arrays.asList(tags.split(","))),
                    settings);
        } catch (Mistake e) {
            throw EditRefused.invalid(id, "tags", e.getMessage());
        }
    }

    /** Name, type, page, tags. */
    @PostMapping("/map/presets/{id}")
    ResponseEntity<Void> change(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam String name,
            @RequestParam(defaultValue = "") String type,
            @RequestParam(defaultValue = "") String page,
            @RequestParam(defaultValue = "") String tags,
            @RequestParam(defaultValue = "false") boolean favourite) {
        return edit(
                id, seen, before -> preset(id, before.device(), name, type, page, favourite, tags, before.values()));
    }

    /** The same parameters as they stand now; what is not told keeps its value. */
    @PostMapping("/map/presets/{id}/values")
    ResponseEntity<Void> take(@PathVariable String id, @RequestParam long seen) {
        return edit(id, seen, before -> {
            Device device = keeper.rig().device(before.device()).orElseThrow(Replies::gone);
            List<Preset.Setting> now = now(device, parameter -> true);
            return before.with(before.values().stream()
                    .map(setting -> now.stream()
                            .filter(other -> other.parameter().equals(setting.parameter()))
                            .findFirst()
                            .orElse(setting))
                    .toList());
        });
    }

    private interface Changing {
        Preset change(Preset before);
    }

    private ResponseEntity<Void> edit(String id, long seen, Changing changing) {
        keeper.commit(id, seen, rig -> {
            Preset before = find(rig, id);
            return Edit.change(
                    "Preset “" + before.name() + "”",
                    new Part.OfPreset(before),
                    new Part.OfPreset(changing.change(before)));
        });
        return go(id);
    }

    private static Preset find(Rig rig, String id) {
        return rig.presets().stream().filter(p -> p.id().equals(id)).findFirst().orElseThrow(Replies::gone);
    }

    @PostMapping("/map/presets/{id}/delete")
    ResponseEntity<Void> delete(@PathVariable String id, @RequestParam long seen) {
        Edit made = keeper.commit(id, seen, rig -> {
            Preset preset = find(rig, id);
            return Edit.remove("Delete preset “" + preset.name() + "”", new Part.OfPreset(preset));
        });
        return Replies.deleted("/map/presets", made);
    }

    /** Recalls it, now. */
    @PostMapping("/map/presets/{id}/recall")
    ResponseEntity<Void> recall(@PathVariable String id) {
        find(keeper.rig(), id);
        engine.recall(id);
        return ResponseEntity.noContent().build();
    }

    /** A control recalls it from now on. */
    @PostMapping("/map/presets/{id}/lay")
    ResponseEntity<Void> lay(@PathVariable String id, @RequestParam String control) {
        Ref.ToControl button = ClauseActions.control(id, control);
        keeper.commit(rig -> {
            Preset preset = find(rig, id);
            return Edit.add(
                    names.words(button) + " recalls “" + preset.name() + "”",
                    new Part.OfMapping(new Mapping(
                            rig.freeId("m"),
                            new When(List.of(button)),
                            new Always(),
                            Shape.WHOLE,
                            new Actions(List.of(new Recall(preset.device(), id, 0, ""))),
                            new Show(List.of()))));
        });
        return go(id);
    }

    private static ResponseEntity<Void> go(String id) {
        return Replies.go("/map/presets" + (id.isEmpty() ? "" : "?at=" + Replies.query(id)));
    }
}
