package orchard.app.web;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.app.live.EngineRoom;
import orchard.app.live.Names;
import orchard.app.live.Values;
import orchard.app.store.RigKeeper;
import orchard.condition.Always;
import orchard.condition.Condition;
import orchard.engine.LightReason;
import orchard.gear.Device;
import orchard.gear.DeviceColours;
import orchard.gear.Ref;
import orchard.light.Colours;
import orchard.light.Fit;
import orchard.light.Light;
import orchard.light.Motion;
import orchard.mapping.LightSet;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Rung;
import orchard.mapping.Show;
import orchard.parameter.Binding;
import orchard.parameter.Parameter;
import orchard.rig.Rig;
import orchard.rig.Settings;
import orchard.signal.Message;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** One light: what it shows now and why, by which rules, and in which of its device's colours. */
@Controller
class LightPage {

    static final String PATH = "/describe/light";

    private final RigKeeper keeper;
    private final EngineRoom engine;
    private final Names names;
    private final Values values;
    private final RigCache<ParameterTitles> titles;

    LightPage(RigKeeper keeper, EngineRoom engine, Names names, Values values) {
        this.keeper = keeper;
        this.engine = engine;
        this.names = names;
        this.values = values;
        titles = new RigCache<>(names, rig -> ParameterTitles.of(rig, names));
    }

    /** A colour that rules name, and what the device has for it. */
    record Used(String colour, String rgb, int index, String shown, boolean chosen) {}

    /** Words in the letters there are: when, and the letters. */
    record Fitted(String when, List<String> letters) {}

    /** What is shown on the page from moment to moment. */
    record State(LightView.Now now, List<Sentence> sentences) {
        record Sentence(String id, boolean wins, String verdict, List<Row> rows) {}

        record Row(int at, String state, String why) {}
    }

    /** Where a light's page is. */
    static String path(Ref.ToLight light) {
        return PATH + "?light=" + Replies.query(light.key());
    }

    /** The light of that address. */
    static Ref.ToLight light(String key) {
        int slash = key.indexOf('/');
        if (slash < 0) {
            throw Replies.gone();
        }
        return new Ref.ToLight(key.substring(0, slash), key.substring(slash + 1));
    }

    /**
     * @param edit which rule is open, as {@code mapping/number}; {@code mapping/new} for one that is added
     */
    @GetMapping(PATH)
    String page(@RequestParam(name = "light") String key, @RequestParam(defaultValue = "") String edit, Model model) {
        Rig rig = keeper.rig();
        Ref.ToLight ref = light(key);
        Device device = rig.device(ref.device()).orElseThrow(Replies::gone);
        Light light = device.profile().light(ref.light()).orElseThrow(Replies::gone);
        LightView view = view(rig, ref);
        DeviceColours colours = new DeviceColours(device);
        model.addAttribute("device", device);
        model.addAttribute("lit", view);
        model.addAttribute("key", ref.key());
        model.addAttribute("sets", LightSet.values());
        model.addAttribute(
                "byItself",
                device.profile()
                        .control(light.control())
                        .filter(control -> light.kind().onOff()
                                && device.profile()
                                        .choices()
                                        .feel(control.kind())
                                        .ownLights())
                        .isPresent());
        model.addAttribute(
                "all",
                device.profile().lights().stream()
                        .filter(one -> one.kind().onOff() == light.kind().onOff())
                        .map(one -> LightView.now(device, colours, one, values))
                        .toList());
        model.addAttribute("used", used(rig, device));
        model.addAttribute("letters", fitted(rig, ref, light));
        darkness(rig, model);
        open(edit, rig, ref, model);
        return "light/page";
    }

    /** What is shown, and why, right now. */
    @GetMapping(PATH + "/state")
    @ResponseBody
    State state(@RequestParam(name = "light") String key) {
        LightView view = view(keeper.rig(), light(key));
        return new State(
                view.now(),
                view.sentences().stream()
                        .map(one -> new State.Sentence(
                                one.id(),
                                one.wins(),
                                one.verdict(),
                                one.rungs().stream()
                                        .map(row -> new State.Row(row.at(), row.state(), row.why()))
                                        .toList()))
                        .toList());
    }

    private LightView view(Rig rig, Ref.ToLight ref) {
        Device device = rig.device(ref.device()).orElseThrow(Replies::gone);
        Light light = device.profile().light(ref.light()).orElseThrow(Replies::gone);
        List<Mapping> mappings = rig.mappings().stream()
                .filter(mapping -> mapping.show().answers().stream()
                        .anyMatch(answer -> answer.light().equals(ref)))
                .toList();
        Map<String, Long> seen = new LinkedHashMap<>();
        mappings.forEach(mapping -> seen.put(mapping.id(), keeper.revision(mapping.id())));
        LightReason reason = engine.why(ref).orElseGet(() -> new LightReason(ref, null, false, false, List.of(), 0));
        return LightView.of(device, light, reason, mappings, seen, names, values);
    }

    /** The colours that rules name on a device. */
    private static List<Used> used(Rig rig, Device device) {
        DeviceColours colours = new DeviceColours(device);
        if (colours.isEmpty()) {
            return List.of();
        }
        return rig.mappings().stream()
                .flatMap(mapping -> mapping.show().answers().stream())
                .filter(answer -> answer.light().device().equals(device.id()))
                .flatMap(answer -> Stream.concat(
                        Stream.of(answer.look()), answer.rungs().stream().map(Rung::look)))
                .map(Look::colour)
                .distinct()
                .flatMap(colour -> Colours.rgb(colour).stream().map(rgb -> {
                    int index = colours.index(rgb, 0, 1);
                    return new Used(
                            colour,
                            rgb,
                            index,
                            colours.look(index).orElse("#000000"),
                            device.profile().choices().colours().containsKey(colour));
                }))
                .toList();
    }

    private void darkness(Rig rig, Model model) {
        Settings settings = rig.settings();
        model.addAttribute("darkness", settings.darkness());
        model.addAttribute("settingsSeen", keeper.revision(Settings.ID));
        Map<String, String> dims = new LinkedHashMap<>();
        Map<String, String> switches = new LinkedHashMap<>();
        for (Device device : rig.gear()) {
            for (Parameter parameter : device.profile().parameters()) {
                boolean isKept = parameter.binding() instanceof Binding.Kept;
                String key = new Ref.ToParameter(device.id(), parameter.id()).key();
                if (isKept && parameter.hasNames() && parameter.count() == 2) {
                    switches.put(key, rig.title(device, parameter));
                } else if (isKept && !parameter.hasNames()) {
                    dims.put(key, rig.title(device, parameter));
                }
            }
        }
        also(settings.darkness().dim(), dims);
        also(settings.darkness().black(), switches);
        model.addAttribute("dims", dims);
        model.addAttribute("switches", switches);
    }

    private void also(Ref.ToParameter ref, Map<String, String> choices) {
        if (ref != null) {
            choices.putIfAbsent(ref.key(), names.words(ref));
        }
    }

    /** How name and value of what it shows stand in the letters there are. */
    private List<Fitted> fitted(Rig rig, Ref.ToLight ref, Light light) {
        int letters = light.kind().letters();
        Optional<Ref.ToParameter> about = rig.mappings().stream()
                .filter(mapping -> mapping.show().answers().stream()
                        .anyMatch(answer -> answer.light().equals(ref)))
                .flatMap(mapping -> mapping.target().stream())
                .findFirst()
                .flatMap(target -> values.now(target, rig));
        Optional<Parameter> parameter = about.flatMap(rig::parameter);
        if (letters == 0 || parameter.isEmpty()) {
            return List.of();
        }
        String name = parameter.get().name();
        Values.OfParameter now = values.parameters().get(about.get().key());
        String value = now == null ? "?" : now.text();
        String widest = Stream.of(
                        parameter.get().textOfReal(parameter.get().range().low()),
                        parameter.get().textOfReal(parameter.get().range().high()))
                .max(Comparator.comparingInt(String::length))
                .orElse("");
        return List.of(
                new Fitted("at rest", cells(Fit.of(name, "", letters), letters)),
                new Fitted("while moved", cells(Fit.of("", value, letters), letters)),
                new Fitted("both", cells(Fit.of(name, value, letters), letters)),
                new Fitted("widest value", cells(Fit.of("", widest, letters), letters)));
    }

    private static List<String> cells(String text, int letters) {
        List<String> cells = new ArrayList<>();
        for (int i = 0; i < Math.min(letters, 40); i++) {
            cells.add(i < text.length() ? text.substring(i, i + 1) : " ");
        }
        return cells;
    }

    private void open(String edit, Rig rig, Ref.ToLight ref, Model model) {
        int slash = edit.lastIndexOf('/');
        Optional<Mapping> mapping = slash < 0 ? Optional.empty() : rig.mapping(edit.substring(0, slash));
        Optional<Show.Answer> answer = mapping.flatMap(one -> one.show().answers().stream()
                .filter(shown -> shown.light().equals(ref))
                .findFirst());
        model.addAttribute("edit", "");
        if (answer.isEmpty()) {
            return;
        }
        List<Rung> rungs = answer.get().rungs();
        String number = edit.substring(slash + 1);
        boolean isNew = number.equals("new");
        int at = isNew ? -1 : number.matches("\\d{1,2}") ? Integer.parseInt(number) : rungs.size();
        boolean isLast = !isNew && at >= rungs.size();
        Rung rung = isNew || isLast ? null : rungs.get(at);
        Condition during = rung == null ? new Always() : rung.during();
        model.addAttribute("edit", edit);
        model.addAttribute("editNew", isNew);
        model.addAttribute("editLast", isLast);
        model.addAttribute("editAt", at);
        model.addAttribute("mappingId", mapping.get().id());
        model.addAttribute("rule", isNew ? Show.Rule.ON : isLast ? answer.get().rule() : rung.rule());
        model.addAttribute("look", isNew ? Look.USUAL : isLast ? answer.get().look() : rung.look());
        model.addAttribute("rules", Show.Rule.values());
        model.addAttribute("motions", Motion.values());
        model.addAttribute("named", Colours.named());
        model.addAttribute("conditionKinds", Condition.Kind.values());
        model.addAttribute("ofLights", true);
        model.addAttribute("conditionLines", ConditionForm.of(during, rig, names, titles.of(rig)));
        model.addAttribute("conditionAny", ConditionForm.isAny(during));
        Look look = (Look) model.getAttribute("look");
        model.addAttribute(
                "of", look.of() == null ? "" : titles.of(rig).title(look.of().key()));
        model.addAttribute("titles", titles.of(rig).options());
    }

    /** Shows a rule on the lamp for two seconds, so that one sees it. */
    @PostMapping(PATH + "/try")
    ResponseEntity<Void> attempt(@RequestParam(name = "light") String key, @RequestParam int index) {
        Ref.ToLight ref = light(key);
        Optional<Message> message = keeper.rig()
                .device(ref.device())
                .flatMap(device -> device.profile().light(ref.light()))
                .flatMap(light -> light.kind().colour(Math.max(0, Math.min(127, index))));
        message.ifPresent(one -> engine.attempt(ref, one));
        return ResponseEntity.noContent().build();
    }
}
