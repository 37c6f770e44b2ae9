package orchard.app.web;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import orchard.action.SetParameter;
import orchard.app.live.Names;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.PageGroup;
import orchard.gear.Takeover;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.mapping.Show;
import orchard.mistake.Mistake;
import orchard.parameter.Law;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.parameter.Quantity;
import orchard.parameter.Range;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.MappingCopier;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Accumulate;
import orchard.shape.Scale;
import orchard.shape.Smooth;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Several mappings at once: one property of them all, or copies of them for another device or bank. One press, one edit. */
@Controller
class ManyPage {

    private final RigKeeper keeper;
    private final Names names;
    private final RigCache<Lines> remembered;

    ManyPage(RigKeeper keeper, Names names) {
        this.keeper = keeper;
        this.names = names;
        remembered = new RigCache<>(names, this::lines);
    }

    /**
     * A mapping in the list.
     *
     * @param devices ids of the devices it is about, with blanks around them
     * @param words everything it can be found by, in small letters
     */
    record Line(String id, String sentence, String tags, boolean favourite, String devices, String words) {

        private void draw(Html html) {
            html.raw("<li")
                    .attribute("data-words", words)
                    .attribute("data-devices", devices)
                    .attribute("data-star", Boolean.toString(favourite))
                    .raw("><label><input type=\"checkbox\" name=\"mapping\"")
                    .attribute("value", id)
                    .raw("><span>")
                    .raw(favourite ? Html.STAR : "")
                    .raw("<span>")
                    .text(sentence)
                    .raw("</span> <span class=\"faint\">")
                    .text(tags)
                    .raw("</span></span></label></li>");
        }
    }

    /** All lines, as they are drawn, and the ids of the devices they are about. */
    private record Lines(String html, Set<String> about) {}

    private Lines lines(Rig rig) {
        Html html = new Html();
        Set<String> about = new LinkedHashSet<>();
        for (Mapping mapping : rig.mappings()) {
            Line line = line(mapping);
            line.draw(html);
            about.addAll(List.of(line.devices().strip().split(" ")));
        }
        return new Lines(html.toString(), about);
    }

    /** A device, for a choice. */
    record Choice(String value, String title) {}

    @GetMapping("/map/many")
    String page(Model model) {
        Rig rig = keeper.rig();
        Lines lines = remembered.of(rig);
        List<Choice> involved = lines.about().stream()
                .map(id -> new Choice(id, rig.device(id).map(Device::name).orElse(id)))
                .toList();
        model.addAttribute("lines", lines.html());
        model.addAttribute("involved", involved);
        model.addAttribute(
                "all",
                rig.gear().stream().map(d -> new Choice(d.id(), d.name())).toList());
        model.addAttribute(
                "pages",
                rig.devices().stream()
                        .flatMap(d -> d.profile().traits().pages().stream())
                        .mapToInt(group -> group.names().size())
                        .max()
                        .orElse(0));
        model.addAttribute("takeovers", Takeover.values());
        return "many/page";
    }

    private Line line(Mapping mapping) {
        Set<String> devices = new LinkedHashSet<>();
        mapping.when().triggers().forEach(t -> devices.add(t.device()));
        mapping.targets().forEach(t -> devices.add(t.device()));
        String sentence = Sentence.of(mapping, names).text();
        String tags = String.join(", ", mapping.marks().tags());
        return new Line(
                mapping.id(),
                sentence,
                tags,
                mapping.marks().favourite(),
                " " + String.join(" ", devices) + " ",
                (sentence + " " + tags).toLowerCase(Locale.ROOT));
    }

    /** Takes over in another way. */
    @PostMapping("/map/many/takeover")
    ResponseEntity<Void> takeover(
            @RequestParam(defaultValue = "") List<String> mapping, @RequestParam(required = false) Takeover value) {
        return change(mapping, "Takeover", (rig, m) -> m.with(value));
    }

    /** Favourites, or none any more. */
    @PostMapping("/map/many/favourite")
    ResponseEntity<Void> favourite(@RequestParam(defaultValue = "") List<String> mapping, @RequestParam boolean value) {
        return change(
                mapping,
                "Favourites",
                (rig, m) -> m.with(new Marks(value, m.marks().tags())));
    }

    /** A tag is put on, or taken off. */
    @PostMapping("/map/many/tag")
    ResponseEntity<Void> tag(
            @RequestParam(defaultValue = "") List<String> mapping,
            @RequestParam String tag,
            @RequestParam(defaultValue = "true") boolean on) {
        String wanted = tag.strip().toLowerCase(Locale.ROOT);
        if (wanted.isEmpty()) {
            throw EditRefused.invalid("", "tag", "Which tag?");
        }
        return change(mapping, (on ? "Tag “" : "Take off “") + wanted + "”", (rig, m) -> {
            List<String> tags = new ArrayList<>(m.marks().tags());
            tags.remove(wanted);
            if (on) {
                tags.add(wanted);
            }
            return m.with(new Marks(m.marks().favourite(), tags));
        });
    }

    /** The same range, in the unit of their parameters, or as shares of their ranges. */
    @PostMapping("/map/many/range")
    ResponseEntity<Void> range(
            @RequestParam(defaultValue = "") List<String> mapping,
            @RequestParam String low,
            @RequestParam String high) {
        return change(mapping, "Range", (rig, m) -> {
            if (!(m.actions().onPress().get(0) instanceof SetParameter)) {
                throw EditRefused.invalid(
                        m.id(), "low", "No parameter follows " + m.cause(names) + ", so it has no range; tick it off.");
            }
            Parameter parameter = MappingEdits.parameter(rig, m, -1, "low");
            double from = quantity(m, "low", low, parameter);
            double to = quantity(m, "high", high, parameter);
            if (from == to) {
                throw EditRefused.invalid(m.id(), "high", "Both ends are the same");
            }
            return m.with(m.shape().with(new Scale(0, 1, from, to)));
        });
    }

    private double quantity(Mapping mapping, String field, String typed, Parameter parameter) {
        try {
            return Quantity.parse(typed, parameter.law(), parameter.range());
        } catch (Quantity.Unreadable e) {
            throw EditRefused.invalid(
                    mapping.id(),
                    field,
                    mapping.target().map(names::words).orElse(mapping.id()) + ": " + e.getMessage());
        }
    }

    /** Follows with a delay, or at once again. */
    @PostMapping("/map/many/smooth")
    ResponseEntity<Void> smooth(@RequestParam(defaultValue = "") List<String> mapping, @RequestParam String value) {
        double seconds = number("value", value, new Range(0, 10, "s"));
        return change(
                mapping,
                "Smoothing",
                (rig, m) -> m.with(m.shape().without(Smooth.class).and(seconds == 0 ? null : new Smooth(seconds))));
    }

    /** Goes further, or less far, with each step. */
    @PostMapping("/map/many/sensitivity")
    ResponseEntity<Void> sensitivity(
            @RequestParam(defaultValue = "") List<String> mapping, @RequestParam String value) {
        double times = number("value", value, new Range(0.01, 100, ""));
        return change(mapping, "Sensitivity", (rig, m) -> {
            Accumulate before = m.shape().accumulate().orElse(new Accumulate(1, 1, false, null, Accumulate.TENTH));
            return m.with(m.shape()
                    .without(Accumulate.class)
                    .and(new Accumulate(times, before.acceleration(), before.around(), before.slow(), before.fine())));
        });
    }

    private static double number(String field, String typed, Range range) {
        try {
            return Quantity.parse(typed, new Law.Linear(), range);
        } catch (Quantity.Unreadable e) {
            throw EditRefused.invalid("", field, e.getMessage());
        }
    }

    /** The control is turned round. */
    @PostMapping("/map/many/invert")
    ResponseEntity<Void> invert(@RequestParam(defaultValue = "") List<String> mapping) {
        return change(mapping, "Invert", (rig, m) -> m.with(m.shape().invert()));
    }

    /** Every light on their controls answers, or none. */
    @PostMapping("/map/many/answers")
    ResponseEntity<Void> answers(@RequestParam(defaultValue = "") List<String> mapping, @RequestParam boolean value) {
        return change(
                mapping,
                value ? "Answers on all lights" : "No answers",
                (rig, m) -> m.with(new Show(value ? new MappingCopier(rig).answers(m.trigger()) : List.of())));
    }

    @PostMapping("/map/many/delete")
    ResponseEntity<Void> delete(@RequestParam(defaultValue = "") List<String> mapping) {
        keeper.commit(rig -> {
            List<Mapping> chosen = chosen(rig, mapping);
            return new Edit(
                    "Delete " + counted(chosen.size()),
                    chosen.stream()
                            .map(m -> new Edit.Change(new Part.OfMapping(m), null))
                            .toList());
        });
        return Replies.go("/map/many");
    }

    /** The same for another device. */
    @PostMapping("/map/many/copy")
    ResponseEntity<Void> copy(
            @RequestParam(defaultValue = "") List<String> mapping, @RequestParam String from, @RequestParam String to) {
        if (from.equals(to)) {
            throw EditRefused.invalid("", "to", "These are the same device; choose another one to copy to");
        }
        return add(mapping, " for " + name(to), (rig, chosen) -> {
            List<Mapping> about = chosen.stream()
                    .filter(m -> line(m).devices().contains(" " + from + " "))
                    .toList();
            if (about.isEmpty()) {
                throw EditRefused.invalid("", "from", "None of these is about " + name(from));
            }
            return new MappingCopier(rig).toDevice(about, from, to);
        });
    }

    /** The same for another page, or bank, of their controls. */
    @PostMapping("/map/many/bank")
    ResponseEntity<Void> bank(@RequestParam(defaultValue = "") List<String> mapping, @RequestParam String page) {
        int number = (int) number("page", page, new Range(1, PageGroup.MOST, ""));
        return add(mapping, " for page " + number, (rig, chosen) -> new MappingCopier(rig).toPage(chosen, number));
    }

    private String name(String device) {
        return keeper.rig().device(device).map(Device::name).orElse(device);
    }

    private interface Changing {
        Mapping change(Rig rig, Mapping before);
    }

    private interface Copying {
        List<Mapping> copy(Rig rig, List<Mapping> chosen);
    }

    private ResponseEntity<Void> change(List<String> ids, String label, Changing changing) {
        keeper.commit(rig -> {
            List<Mapping> chosen = chosen(rig, ids);
            List<Edit.Change> changes = new ArrayList<>();
            for (Mapping before : chosen) {
                Mapping after = changed(rig, before, changing);
                if (!after.equals(before)) {
                    changes.add(new Edit.Change(new Part.OfMapping(before), new Part.OfMapping(after)));
                }
            }
            if (changes.isEmpty()) {
                throw EditRefused.invalid("", "", "They are like that already: nothing was changed.");
            }
            return new Edit(label + " of " + counted(changes.size()), changes);
        });
        return Replies.go("/map/many");
    }

    private Mapping changed(Rig rig, Mapping before, Changing changing) {
        try {
            return changing.change(rig, before);
        } catch (Mistake e) {
            throw EditRefused.invalid(before.id(), "", before.cause(names) + ": " + e.getMessage());
        }
    }

    private ResponseEntity<Void> add(List<String> ids, String label, Copying copying) {
        keeper.commit(rig -> {
            List<Mapping> made = copying.copy(rig, chosen(rig, ids));
            return new Edit(
                    "Copy " + counted(made.size()) + label,
                    made.stream()
                            .map(m -> new Edit.Change(null, new Part.OfMapping(m)))
                            .toList());
        });
        return Replies.go("/map/many");
    }

    private static List<Mapping> chosen(Rig rig, List<String> ids) {
        List<Mapping> chosen =
                rig.mappings().stream().filter(m -> ids.contains(m.id())).toList();
        if (chosen.isEmpty()) {
            throw EditRefused.invalid("", "", "Tick the mappings first, on the left.");
        }
        return chosen;
    }

    private static String counted(int count) {
        return count == 1 ? "1 mapping" : count + " mappings";
    }
}
