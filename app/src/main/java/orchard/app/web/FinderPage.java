package orchard.app.web;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.app.live.Inventories;
import orchard.app.live.Names;
import orchard.app.live.Values;
import orchard.app.store.RigKeeper;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Through;
import orchard.inventory.Doubt;
import orchard.inventory.Inventory;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.mistake.Mistake;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
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

/** The finder: every parameter and every control of the rig; what moves this, and what does this do? */
@Controller
class FinderPage {

    private static final int MOST_FAVOURITES = 128;

    private final RigKeeper keeper;
    private final Names names;
    private final Values values;
    private final Inventories inventories;
    private final RigCache<FinderList> lists;

    FinderPage(RigKeeper keeper, Names names, Values values, Inventories inventories) {
        this.inventories = inventories;
        this.keeper = keeper;
        this.names = names;
        this.values = values;
        lists = new RigCache<>(names, rig -> FinderList.of(rig, names));
    }

    /** A sentence that is about what is looked at. */
    record Reason(String mapping, String text) {}

    /** A value that has a name, and whether it is a favourite. */
    record Choice(double real, String name, int number, boolean favourite) {}

    @GetMapping("/map/find")
    String page(@RequestParam(defaultValue = "") String at, @RequestParam(defaultValue = "") String q, Model model) {
        Rig rig = keeper.rig();
        FinderList list = lists.of(rig);
        model.addAttribute("notices", notices(rig));
        model.addAttribute("rows", list.html(at, values));
        model.addAttribute("tree", list.tree());
        model.addAttribute("q", q);
        model.addAttribute("at", at);
        show(at, rig, model);
        return "find/page";
    }

    /** A button: what it asks for, and its words. */
    record Press(String what, String words) {}

    /**
     * Something about a device that a person should know, or decide.
     *
     * @param text what is the matter, a sentence
     * @param more what else, or ""
     */
    record Notice(String device, long seen, String text, String more, List<Press> presses) {}

    private List<Notice> notices(Rig rig) {
        List<Notice> notices = new ArrayList<>();
        for (Device device : rig.devices()) {
            Optional<Inventory> told = inventories.of(device);
            long seen = keeper.revision(device.id());
            List<Doubt> doubts = Doubt.of(device.profile(), names.told(device));
            if (!doubts.isEmpty()) {
                notices.add(new Notice(device.id(), seen, unsure(device, doubts), "", UNSURE));
            }
            if (told.isPresent() && (!told.get().agrees())) {
                Inventory inventory = told.get();
                List<String> parts = new ArrayList<>();
                part(inventory.found(), " new", parts);
                part(inventory.gone(), " gone", parts);
                part(inventory.changed(), " changed", parts);
                part(inventory.moved(), " elsewhere", parts);
                notices.add(new Notice(
                        device.id(),
                        seen,
                        device.name() + " tells of other parameters than the rig has: " + String.join("; ", parts)
                                + ".",
                        String.join(" ", inventory.unreadable()),
                        List.of(new Press("take", "Take them over"))));
            } else if (told.isEmpty() && device.profile().parameters().isEmpty() && Inventories.canBeAsked(device)) {
                notices.add(new Notice(
                        device.id(),
                        seen,
                        device.name() + " has no parameters yet.",
                        "",
                        List.of(new Press("ask", "Ask it for them"))));
            }
        }
        return notices;
    }

    private static void part(List<Parameter> parameters, String words, List<String> parts) {
        if (!parameters.isEmpty()) {
            parts.add(some(parameters) + words);
        }
    }

    /** What to do when nobody knows whether something was moved or renamed. */
    static final List<Press> UNSURE = List.of(
            new Press("follow", "They were moved: follow the names"), new Press("stay", "They were renamed: stay"));

    /** What a device tells that may mean that something was moved. */
    static String unsure(Device device, List<Doubt> doubts) {
        Doubt first = doubts.get(0);
        return "Unsure: where %s had %s it has %s now, and %s elsewhere%s. Mappings still move the old places."
                .formatted(
                        device.name(),
                        first.group().name(),
                        first.called(),
                        first.group().name(),
                        doubts.size() == 1 ? "" : ", and so for " + (doubts.size() - 1) + " more");
    }

    private static String some(List<Parameter> parameters) {
        return parameters.stream().limit(3).map(Parameter::name).collect(Collectors.joining(", "))
                + (parameters.size() > 3 ? " and " + (parameters.size() - 3) + " more" : "")
                + (parameters.size() == 1 ? " is" : " are");
    }

    /** Asks a device for its parameters. */
    @PostMapping("/map/find/{device}/ask")
    ResponseEntity<Void> ask(@PathVariable String device) {
        Device asked =
                keeper.rig().ownDevice(device).filter(Inventories::canBeAsked).orElseThrow(Replies::gone);
        inventories.ask(asked);
        return ResponseEntity.noContent().build();
    }

    /** Takes over what a device tells of its parameters. */
    @PostMapping("/map/find/{device}/take")
    ResponseEntity<Void> take(@PathVariable String device, @RequestParam long seen) {
        keeper.commit(device, seen, rig -> {
            Device before = rig.ownDevice(device).orElseThrow(Replies::gone);
            Inventory told = inventories.of(before).orElseThrow(Replies::gone);
            return Edit.change(
                    "Parameters of " + before.name(),
                    new Part.OfDevice(before),
                    new Part.OfDevice(before.with(told.merged())));
        });
        return Replies.go("/map/find");
    }

    /** Whoever was in doubt knows now: names were moved, or places renamed. */
    @PostMapping("/map/find/{device}/{what:follow|stay}")
    ResponseEntity<Void> decide(
            @PathVariable String device,
            @PathVariable String what,
            @RequestParam long seen,
            @RequestParam(defaultValue = "") String mapping) {
        boolean follows = what.equals("follow");
        keeper.commit(device, seen, rig -> {
            Device before = rig.ownDevice(device).orElseThrow(Replies::gone);
            Map<String, String> told = names.told(before);
            List<Doubt> doubts = Doubt.of(before.profile(), told);
            if (doubts.isEmpty()) {
                throw EditRefused.invalid(device, "", "There is no doubt any more: it told its names anew.");
            }
            Profile after = follows ? Doubt.follow(before.profile(), doubts) : Doubt.stay(before.profile(), told);
            return Edit.change(
                    follows ? "Mappings follow what was moved on " + before.name() : "Names of " + before.name(),
                    new Part.OfDevice(before),
                    new Part.OfDevice(before.with(after)));
        });
        if (follows) {
            names.forget(device);
            keeper.rig().ownDevice(device).filter(Inventories::canBeAsked).ifPresent(inventories::ask);
        }
        return Replies.go(mapping.isEmpty() ? "/map/find" : "/map?mapping=" + Replies.query(mapping));
    }

    /** Puts what is looked at into the model, if it is there. */
    private void show(String at, Rig rig, Model model) {
        String[] parts = at.split("/", 3);
        Optional<Device> device = parts.length == 3 ? rig.device(parts[1]) : Optional.empty();
        if (device.isEmpty()) {
            return;
        }
        Device of = device.get();
        model.addAttribute("seen", keeper.revision(of.id()));
        model.addAttribute("of", of);
        if (parts[0].equals("p")) {
            of.profile().parameter(parts[2]).ifPresent(parameter -> show(of, parameter, rig, model));
        } else {
            of.profile().control(parts[2]).ifPresent(control -> show(of, control, rig, model));
        }
    }

    private void show(Device device, Parameter parameter, Rig rig, Model model) {
        Ref.ToParameter ref = new Ref.ToParameter(device.id(), parameter.id());
        Values.OfParameter value = values.parameters().get(ref.key());
        List<Parameter> all = device.profile().parameters();
        model.addAttribute("parameter", parameter);
        model.addAttribute("called", names.title(device, parameter));
        model.addAttribute("key", ref.key());
        model.addAttribute("value", value == null ? "not told yet" : value.text());
        model.addAttribute("number", all.indexOf(parameter) + 1);
        model.addAttribute(
                "reasons",
                reasons(rig.mappings().stream()
                        .filter(m -> m.targets().stream().anyMatch(target -> reaches(target, ref, rig)))));
        List<Choice> choices = new ArrayList<>();
        for (int i = 0; i < Math.min(MOST_FAVOURITES, parameter.count()); i++) {
            double real = parameter.range().low()
                    + i * (parameter.range().high() - parameter.range().low()) / (parameter.count() - 1);
            choices.add(new Choice(
                    real,
                    parameter.textOfReal(real),
                    i + 1,
                    parameter.favourites().contains(real)));
        }
        choices.sort(Comparator.comparing(choice -> {
            int place = parameter.favourites().indexOf(choice.real());
            return place < 0 ? MOST_FAVOURITES + choice.number() : place;
        }));
        model.addAttribute("choices", parameter.hasNames() ? choices : List.of());
    }

    /** Whether an address is a parameter, or comes to it through a focus that stands somewhere. */
    private static boolean reaches(Ref.ToParameter target, Ref.ToParameter ref, Rig rig) {
        return target.equals(ref)
                || Through.of(target, rig)
                        .filter(through -> through.focus().placeOf(ref, rig) >= 0)
                        .filter(through -> through.focus().local(ref, rig).equals(Optional.of(through.local())))
                        .isPresent();
    }

    private void show(Device device, Control control, Rig rig, Model model) {
        model.addAttribute("control", control);
        model.addAttribute("called", control.name() + " of " + device.name());
        model.addAttribute(
                "reasons",
                reasons(rig.mappings().stream()
                        .filter(m -> m.when().triggers().stream()
                                .anyMatch(t -> t.device().equals(device.id())
                                        && t.control().equals(control.id())))));
    }

    private List<Reason> reasons(Stream<Mapping> mappings) {
        return mappings.map(m -> new Reason(m.id(), Sentence.of(m, names).text()))
                .toList();
    }

    /** Favourite and tags of a parameter. */
    @PostMapping("/map/find/{device}/{parameter}/marks")
    ResponseEntity<Void> marks(
            @PathVariable String device,
            @PathVariable String parameter,
            @RequestParam long seen,
            @RequestParam(defaultValue = "false") boolean favourite,
            @RequestParam(defaultValue = "") String tags) {
        Marks marks;
        try {
            marks = new Marks(favourite, Arrays.asList(tags.split(",")));
        } catch (Mistake e) {
            throw EditRefused.invalid(device, "tags", "Too many: " + e.getMessage());
        }
        return change(device, parameter, seen, "Marks of ", before -> before.with(marks));
    }

    /** A value becomes a favourite, the last of them, or is none any more. */
    @PostMapping("/map/find/{device}/{parameter}/favourite")
    ResponseEntity<Void> favourite(
            @PathVariable String device,
            @PathVariable String parameter,
            @RequestParam long seen,
            @RequestParam double value) {
        return change(device, parameter, seen, "Favourites of ", before -> {
            List<Double> next = new ArrayList<>(before.favourites());
            if (!next.remove(value)) {
                if (!before.range().contains(value)) {
                    throw EditRefused.invalid(device, "", before.name() + " has no such value");
                }
                next.add(value);
            }
            return before.with(next);
        });
    }

    private interface Changing {
        Parameter change(Parameter before);
    }

    private ResponseEntity<Void> change(String id, String parameter, long seen, String label, Changing changing) {
        keeper.commit(id, seen, rig -> {
            Device device = rig.ownDevice(id).orElseThrow(Replies::gone);
            Parameter before = device.profile().parameter(parameter).orElseThrow(Replies::gone);
            Parameter after = changing.change(before);
            Profile profile = device.profile();
            List<Parameter> all = profile.parameters().stream()
                    .map(p -> p.id().equals(parameter) ? after : p)
                    .toList();
            return Edit.change(
                    label + names.title(device, before),
                    new Part.OfDevice(device),
                    new Part.OfDevice(device.with(profile.withParameters(all))));
        });
        return Replies.go("/map/find?at=" + Replies.query("p/" + id + "/" + parameter));
    }
}
