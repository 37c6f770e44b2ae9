package orchard.app.web;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BiFunction;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import orchard.action.PlayNotes;
import orchard.app.live.Names;
import orchard.app.store.RigKeeper;
import orchard.condition.Always;
import orchard.condition.Condition;
import orchard.gear.Choices;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.light.Colours;
import orchard.light.Light;
import orchard.light.Motion;
import orchard.light.Sweep;
import orchard.mapping.LightSet;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Rung;
import orchard.mapping.Show;
import orchard.mistake.Mistake;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.parameter.Typed;
import orchard.rig.Darkness;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.MappingCopier;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.rig.Settings;
import orchard.signal.Scales;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What is changed on a light's page: its rules, their order, the colours of its device, and what makes all lamps darker. */
@Controller
class LightRuleActions {

    /** The value of a choice that makes what is chosen. */
    static final String MAKE = "make";

    private static final Parameter DIM = new Parameter(
            "lamps", "", "Lamps", new Range(0, 100, "%"), new Law.Linear(), 100, new Binding.Kept(false), true);

    private static final Parameter BLACK = new Parameter(
            "black",
            "",
            "All lamps off",
            new Range(0, 1, ""),
            new Law.Named(List.of("no", "yes")),
            0,
            new Binding.Kept(),
            true);

    private static final Parameter ROOT = named(LightSet.ROOT.parameter(), "Root", Scales.roots());
    private static final Parameter SCALE = named(LightSet.SCALE_ON_ROOT.parameter(), "Scale", Scales.names());

    private static Parameter named(String id, String name, List<String> values) {
        return new Parameter(
                id,
                "",
                name,
                new Range(0, values.size() - 1.0, ""),
                new Law.Named(values),
                0,
                new Binding.Kept(true),
                true);
    }

    private final RigKeeper keeper;
    private final Names names;
    private final RigCache<ParameterTitles> titles;

    LightRuleActions(RigKeeper keeper, Names names) {
        this.keeper = keeper;
        this.names = names;
        titles = new RigCache<>(names, rig -> ParameterTitles.of(rig, names));
    }

    /**
     * Keeps one rule, or a new one.
     *
     * @param at its number; −1 for a new one, as many as there are rules for the last part
     */
    @PostMapping("/describe/light/{id}/rule")
    ResponseEntity<Void> keep(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam(name = "key") String key,
            @RequestParam int at,
            @RequestParam MultiValueMap<String, String> typed) {
        return change(id, seen, key, "Rules of ", (rig, answer) -> {
            Show.Rule rule = oneOf(typed, "rule", Show.Rule.class);
            Look look = look(id, typed, titles.of(rig));
            if (at >= answer.rungs().size()) {
                return answer.otherwise(rule, look);
            }
            Condition before = at < 0 ? new Always() : answer.rungs().get(at).during();
            Rung rung = new Rung(ConditionForm.read(id, typed, before, names, titles.of(rig)), rule, look);
            if (rung.during() instanceof Always) {
                throw new Mistake(
                        "line", "say while what it holds: a rule without a condition would hide what stands below it");
            }
            List<Rung> rungs = new ArrayList<>(answer.rungs());
            if (at < 0) {
                rungs.add(0, rung);
            } else {
                rungs.set(at, rung);
            }
            return answer.with(rungs);
        });
    }

    private static Look look(String id, MultiValueMap<String, String> typed, ParameterTitles titles) {
        String colour = text(typed, "colour");
        String of = text(typed, "of");
        Ref.ToParameter about =
                of.isEmpty() ? null : Ref.ToParameter.of(titles.key("of", of)).orElse(null);
        return new Look(
                about,
                colour.equals("other") ? text(typed, "other") : colour,
                percent(text(typed, "brightness")),
                oneOf(typed, "motion", Motion.class),
                text(typed, "words"),
                text(typed, "sweep").isEmpty() ? null : oneOf(typed, "sweep", Sweep.class));
    }

    private static int percent(String typed) {
        String number = typed.replace("%", "").strip();
        if (!number.matches("\\d{1,3}")) {
            throw new Mistake("brightness", "brightness is 1–100 %, and “" + typed + "” is not");
        }
        return Integer.parseInt(number);
    }

    private static String text(MultiValueMap<String, String> typed, String name) {
        String text = typed.getFirst(name);
        return text == null ? "" : text.strip();
    }

    private static <E extends Enum<E>> E oneOf(MultiValueMap<String, String> typed, String name, Class<E> type) {
        return Typed.of(name, text(typed, name)).oneOf(name, type);
    }

    /** Asks a rule earlier or later. */
    @PostMapping("/describe/light/{id}/rule/move")
    ResponseEntity<Void> move(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam String key,
            @RequestParam int at,
            @RequestParam int by) {
        return change(id, seen, key, "Order of the rules of ", (rig, answer) -> {
            List<Rung> rungs = new ArrayList<>(answer.rungs());
            int to = at + Integer.signum(by);
            if (at < 0 || to < 0 || at >= rungs.size() || to >= rungs.size()) {
                throw new Mistake("it stands at this end already");
            }
            Collections.swap(rungs, at, to);
            return answer.with(rungs);
        });
    }

    /** Takes a rule away. */
    @PostMapping("/describe/light/{id}/rule/remove")
    ResponseEntity<Void> remove(
            @PathVariable String id, @RequestParam long seen, @RequestParam String key, @RequestParam int at) {
        return change(id, seen, key, "One rule less of ", (rig, answer) -> {
            List<Rung> rungs = new ArrayList<>(answer.rungs());
            if (at < 0 || at >= rungs.size()) {
                throw new Mistake("this rule is not there any more");
            }
            rungs.remove(at);
            return answer.with(rungs);
        });
    }

    /** Puts the rules there that such lights usually have, in place of those it has. */
    @PostMapping("/describe/light/{id}/set")
    ResponseEntity<Void> set(
            @PathVariable String id, @RequestParam long seen, @RequestParam String key, @RequestParam LightSet set) {
        keeper.commit(id, seen, rig -> {
            Mapping before = rig.mapping(id).orElseThrow(Replies::gone);
            Ref.ToLight light = LightPage.light(key);
            List<Edit.Change> changes = new ArrayList<>();
            if (set == LightSet.SCALE) {
                if (before.everyAction().noneMatch(PlayNotes.class::isInstance)) {
                    throw EditRefused.invalid(id, "set", "Only what plays notes can show a scale");
                }
                List<Parameter> made = new ArrayList<>();
                chosen(rig, MAKE, ROOT, made);
                chosen(rig, MAKE, SCALE, made);
                changes.addAll(variables(rig, made));
            }
            Map<Ref.ToLight, Show.Answer> answers = new LinkedHashMap<>();
            before.show().answers().forEach(one -> answers.put(one.light(), one));
            // a row of controls has a row of lamps
            List<Show.Answer> meant = before.when().triggers().size() > 1
                    ? new MappingCopier(rig).lamps(before)
                    : List.of(answer(before, light));
            try {
                meant.forEach(one -> answers.put(one.light(), set.of(one, before, names)));
            } catch (Mistake e) {
                throw refused(id, e);
            }
            changes.add(new Edit.Change(
                    new Part.OfMapping(before),
                    new Part.OfMapping(before.with(new Show(List.copyOf(answers.values()))))));
            return new Edit("Usual rules of " + names.words(light), changes);
        });
        return Replies.go(LightPage.path(LightPage.light(key)));
    }

    private static EditRefused refused(String id, Mistake mistake) {
        String message = mistake.getMessage();
        return EditRefused.invalid(
                id, mistake.field(), Character.toUpperCase(message.charAt(0)) + message.substring(1));
    }

    private static List<Edit.Change> variables(Rig rig, List<Parameter> made) {
        if (made.isEmpty()) {
            return List.of();
        }
        Device before = rig.ownDevice(TablePage.VARIABLES.id()).orElse(null);
        Device kept = before == null ? TablePage.VARIABLES : before;
        List<Parameter> all = new ArrayList<>(kept.profile().parameters());
        all.addAll(made);
        return List.of(new Edit.Change(
                before == null ? null : new Part.OfDevice(before),
                new Part.OfDevice(kept.with(kept.profile().withParameters(all)))));
    }

    /** Asks a sentence earlier or later than others of its layer that answer on the same light. */
    @PostMapping("/describe/light/{id}/rank")
    ResponseEntity<Void> rank(
            @PathVariable String id, @RequestParam long seen, @RequestParam String key, @RequestParam int by) {
        return change(id, seen, key, "Order of ", (rig, answer) -> answer.ranked(answer.rank() + Integer.signum(by)));
    }

    /** Puts the same rules on all lights of the device whose sentences do the like; what is asked about one's own parameter is asked about theirs. */
    @PostMapping("/describe/light/{id}/copy")
    ResponseEntity<Void> copy(@PathVariable String id, @RequestParam long seen, @RequestParam String key) {
        Ref.ToLight light = LightPage.light(key);
        keeper.commit(id, seen, rig -> {
            Mapping from = rig.mapping(id).orElseThrow(Replies::gone);
            Show.Answer rules = answer(from, light);
            Ref.ToParameter own = from.target().orElse(null);
            List<Edit.Change> changes = new ArrayList<>();
            for (Mapping to : rig.mappings()) {
                if (to.id().equals(id) || !isAlike(rig, from, to)) {
                    continue;
                }
                List<Show.Answer> answers = to.show().answers().stream()
                        .map(one -> isOnDevice(rig, one.light(), light)
                                ? rules.on(one.light())
                                        .about(ref ->
                                                ref.equals(own) ? to.target().orElse(ref) : ref)
                                        .ranked(one.rank())
                                : one)
                        .toList();
                if (!answers.equals(to.show().answers())) {
                    changes.add(
                            new Edit.Change(new Part.OfMapping(to), new Part.OfMapping(to.with(new Show(answers)))));
                }
            }
            if (changes.isEmpty()) {
                throw EditRefused.invalid(id, "", "No other light of this device has a sentence that does the like");
            }
            return new Edit(
                    "The same rules on " + changes.size() + (changes.size() == 1 ? " light" : " lights"), changes);
        });
        return Replies.go(LightPage.path(light));
    }

    /** Whether two sentences do the same sort of thing: they set parameters that are called alike, or nothing of that kind. */
    private static boolean isAlike(Rig rig, Mapping one, Mapping other) {
        String name = one.target().flatMap(rig::parameter).map(Parameter::name).orElse("");
        return other.target()
                        .flatMap(rig::parameter)
                        .map(Parameter::name)
                        .orElse("")
                        .equals(name)
                && one.layers().equals(other.layers())
                && one.everyAction()
                        .map(Object::getClass)
                        .collect(Collectors.toList())
                        .equals(other.everyAction().map(Object::getClass).collect(Collectors.toList()));
    }

    private static boolean isOnDevice(Rig rig, Ref.ToLight light, Ref.ToLight like) {
        return light.device().equals(like.device()) && kind(rig, light).equals(kind(rig, like));
    }

    private static Object kind(Rig rig, Ref.ToLight light) {
        return rig.device(light.device())
                .flatMap(device -> device.profile().light(light.light()))
                .map(Light::kind)
                .<Object>map(Object::getClass)
                .orElse("");
    }

    /** What is sent for a colour; "" for the nearest of the colour table. */
    @PostMapping("/describe/light/colour")
    ResponseEntity<Void> colour(
            @RequestParam String key, @RequestParam String colour, @RequestParam(defaultValue = "") String value) {
        Ref.ToLight light = LightPage.light(key);
        String of = Colours.checked(colour);
        keeper.commit(rig -> {
            Device device = rig.ownDevice(light.device()).orElseThrow(Replies::gone);
            if (!value.isBlank() && !value.strip().matches("\\d{1,3}")) {
                throw EditRefused.invalid(
                        device.id(), "value", "What is sent for a colour is 0–127; found “" + value.strip() + "”");
            }
            try {
                Choices choices = device.profile()
                        .choices()
                        .withColour(of, value.isBlank() ? null : Integer.valueOf(value.strip()));
                return Edit.change(
                        "Colour “" + of + "” of " + device.name(),
                        new Part.OfDevice(device),
                        new Part.OfDevice(device.with(device.profile().with(choices))));
            } catch (Mistake e) {
                throw EditRefused.invalid(device.id(), "value", e.getMessage());
            }
        });
        return Replies.go(LightPage.path(light));
    }

    /** What dims all lamps, and what switches all off: a variable, or nothing; {@code make} makes one. */
    @PostMapping("/describe/light/dark")
    ResponseEntity<Void> dark(
            @RequestParam long seen, @RequestParam String key, @RequestParam String dim, @RequestParam String black) {
        keeper.commit(Settings.ID, seen, rig -> {
            List<Parameter> made = new ArrayList<>();
            Darkness darkness = new Darkness(chosen(rig, dim, DIM, made), chosen(rig, black, BLACK, made));
            List<Edit.Change> changes = new ArrayList<>(variables(rig, made));
            changes.add(new Edit.Change(
                    rig.part(Settings.ID).orElse(null),
                    new Part.OfSettings(rig.settings().with(darkness))));
            return new Edit("What makes all lamps darker", changes);
        });
        return Replies.go(LightPage.path(LightPage.light(key)));
    }

    private static Ref.ToParameter chosen(Rig rig, String key, Parameter usual, List<Parameter> made) {
        if (key.isEmpty()) {
            return null;
        }
        if (key.equals(MAKE)) {
            Ref.ToParameter ref = new Ref.ToParameter(TablePage.VARIABLES.id(), usual.id());
            if (rig.parameter(ref).isEmpty()) {
                made.add(usual);
            }
            return ref;
        }
        return Ref.ToParameter.of(key)
                .filter(one -> rig.parameter(one).isPresent())
                .orElseThrow(() -> EditRefused.invalid(Settings.ID, usual.id(), "Choose one from the list, or none"));
    }

    private ResponseEntity<Void> change(
            String id, long seen, String key, String label, BiFunction<Rig, Show.Answer, Show.Answer> changing) {
        return edit(id, seen, key, label, (rig, mapping) -> answer -> changing.apply(rig, answer));
    }

    private ResponseEntity<Void> edit(
            String id,
            long seen,
            String key,
            String label,
            BiFunction<Rig, Mapping, UnaryOperator<Show.Answer>> changing) {
        Ref.ToLight light = LightPage.light(key);
        keeper.commit(id, seen, rig -> {
            Mapping before = rig.mapping(id).orElseThrow(Replies::gone);
            answer(before, light);
            try {
                List<Show.Answer> answers = before.show().answers().stream()
                        .map(one -> one.light().equals(light)
                                ? changing.apply(rig, before).apply(one)
                                : one)
                        .toList();
                return Edit.change(
                        label + names.words(light),
                        new Part.OfMapping(before),
                        new Part.OfMapping(before.with(new Show(answers))));
            } catch (Mistake e) {
                throw refused(id, e);
            }
        });
        return Replies.go(LightPage.path(light));
    }

    private static Show.Answer answer(Mapping mapping, Ref.ToLight light) {
        return mapping.show().answers().stream()
                .filter(one -> one.light().equals(light))
                .findFirst()
                .orElseThrow(Replies::gone);
    }
}
