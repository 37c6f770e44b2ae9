package orchard.app.web;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.app.live.Captions;
import orchard.app.live.Names;
import orchard.app.live.Values;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.layout.Arrange;
import orchard.layout.Box;
import orchard.layout.Element;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.layout.Strips;
import orchard.layout.Tall;
import orchard.mapping.Sentence;
import orchard.mistake.Mistake;
import orchard.parameter.Parameter;
import orchard.rig.Copied;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Panel;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.rig.Rows;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** Lay out: draw a layout; and the layout itself, opened on another browser to be played. */
@Controller
class LayoutPages {

    private final RigKeeper keeper;
    private final Names names;
    private final Values values;
    private final Captions captions;
    private final RigCache<ParameterTitles> titles;

    LayoutPages(RigKeeper keeper, Names names, Values values, Captions captions) {
        this.keeper = keeper;
        this.names = names;
        this.values = values;
        this.captions = captions;
        titles = new RigCache<>(names, rig -> ParameterTitles.of(rig, names));
    }

    @GetMapping("/layouts")
    String page(
            @RequestParam(defaultValue = "") String layout,
            @RequestParam(defaultValue = "") String element,
            Model model) {
        Rig rig = keeper.rig();
        model.addAttribute("layouts", rig.layouts());
        model.addAttribute("wholes", wholes(rig).stream().map(Whole::title).toList());
        Optional<Layout> chosen =
                rig.layout(layout).or(() -> rig.layouts().stream().findFirst());
        model.addAttribute("layout", chosen.orElse(null));
        chosen.ifPresent(l -> {
            model.addAttribute("seen", keeper.revision(l.id()));
            List<ElementView> drawn = drawn(l, l.elements(), rig);
            model.addAttribute("drawn", drawn);
            List<Element> inRows = new ArrayList<>(l.played());
            inRows.removeAll(l.elements());
            model.addAttribute("inRows", drawn(l, inRows, rig));
            model.addAttribute("shelf", Shelved.ALL);
            List<String> chosenIds = List.of(element.split(","));
            List<ElementView> several = chosenIds.stream()
                    .distinct()
                    .flatMap(one -> drawn.stream().filter(d -> d.element().id().equals(one)))
                    .toList();
            Optional<ElementView> selected = several.size() == 1 ? Optional.of(several.get(0)) : Optional.empty();
            model.addAttribute(
                    "chosen", several.stream().map(d -> d.element().id()).toList());
            model.addAttribute("several", several.size() > 1 ? Arrange.values() : new Arrange[0]);
            model.addAttribute("selected", selected.orElse(null));
            selected.ifPresent(s -> selected(l, s.element(), rig, model));
            model.addAttribute("columns", Layout.COLUMNS);
            model.addAttribute("rows", Layout.ROWS);
        });
        return "layouts/page";
    }

    private void selected(Layout layout, Element element, Rig rig, Model model) {
        boolean isRow = element.face() instanceof Strips;
        model.addAttribute(
                "phrases",
                element.face() instanceof Strips strips
                        ? new Rows(rig).phrases(strips)
                        : Stream.concat(element.face().phrases().stream(), element.listens().stream())
                                .toList());
        model.addAttribute("strips", isRow ? strips(layout, element) : List.of());
        if (element.face().follows()) {
            ParameterTitles all = titles.of(rig);
            model.addAttribute("titles", all.options());
            model.addAttribute(
                    "follows",
                    element.follows() == null ? "" : all.title(element.follows().key()));
        }
        rig.mappings().stream()
                .filter(m -> m.when().triggers().stream()
                        .anyMatch(t ->
                                t.device().equals(layout.id()) && t.control().equals(element.id())))
                .findFirst()
                .ifPresent(m -> model.addAttribute(
                        "sets", new Sets(m.id(), Sentence.of(m, names).text())));
    }

    /** The strips of a row that stand in it. */
    private List<Strip> strips(Layout layout, Element row) {
        return layout.with(List.of(row)).played().stream()
                .filter(part -> part.id().endsWith("-name"))
                .map(part -> new Strip(part.id().replaceAll("^.*-(\\d+)-name$", "$1"), captions.name(layout, part)))
                .toList();
    }

    /** A strip of a row, by its number and the name of what is in it. */
    record Strip(String number, String name) {}

    /** The first sentence that an element sets off. */
    record Sets(String id, String words) {}

    @GetMapping("/play/{id}")
    String play(@PathVariable String id, Model model) {
        Layout layout = keeper.rig().layout(id).orElseThrow(Replies::gone);
        model.addAttribute("layout", layout);
        model.addAttribute("drawn", drawn(layout, layout.played(), keeper.rig()));
        model.addAttribute("revision", keeper.revision());
        model.addAttribute("columns", Layout.COLUMNS);
        model.addAttribute("rows", Layout.ROWS);
        Tall tall = Tall.of(layout.played());
        model.addAttribute(
                "screens",
                numbers(tall.screens().stream().flatMap(screen -> Stream.of(screen.columns(), screen.rows()))));
        model.addAttribute("tall", places(tall));
        model.addAttribute("stack", LayerView.of(keeper.rig(), names, values));
        return "play/page";
    }

    /** By element: which screen, from 0, and where on it. */
    private static Map<String, String> places(Tall tall) {
        Map<String, String> places = new HashMap<>();
        for (int i = 0; i < tall.screens().size(); i++) {
            int number = i;
            tall.screens()
                    .get(i)
                    .boxes()
                    .forEach((id, box) ->
                            places.put(id, numbers(Stream.of(number, box.x(), box.y(), box.width(), box.height()))));
        }
        return places;
    }

    private static String numbers(Stream<Integer> numbers) {
        return numbers.map(String::valueOf).collect(Collectors.joining(","));
    }

    private List<ElementView> drawn(Layout layout, List<Element> elements, Rig rig) {
        return ElementView.of(layout, elements, rig, captions, values);
    }

    @PostMapping("/layouts")
    ResponseEntity<Void> create(@RequestParam String name) {
        List<String> id = new ArrayList<>();
        keeper.commit(rig -> {
            Layout layout = new Layout(rig.freeId("layout"), name.strip(), List.of());
            id.add(layout.id());
            return Edit.add("Draw the layout " + layout.name(), new Part.OfLayout(layout));
        });
        return go(id.get(0), "");
    }

    @PostMapping("/layouts/{id}/name")
    ResponseEntity<Void> rename(@PathVariable String id, @RequestParam long seen, @RequestParam String name) {
        commit(
                id,
                seen,
                "Call a layout “" + name.strip() + "”",
                (rig, l) -> new Layout(id, name.strip(), l.elements()));
        return go(id, "");
    }

    @PostMapping("/layouts/{id}/delete")
    ResponseEntity<Void> delete(@PathVariable String id, @RequestParam long seen) {
        Edit made = keeper.commit(id, seen, rig -> {
            Layout layout = rig.layout(id).orElseThrow(Replies::gone);
            return new Rows(rig).edit("Delete the layout " + layout.name(), layout, null);
        });
        return Replies.deleted("/layouts", made);
    }

    /** Makes a layout of all parameters of a device, or of those of one of its groups. */
    @PostMapping("/layouts/panel")
    ResponseEntity<Void> panel(@RequestParam String of) {
        List<String> made = new ArrayList<>();
        keeper.commit(rig -> {
            Whole whole = wholes(rig).stream()
                    .filter(one -> one.title().equalsIgnoreCase(of.strip()))
                    .findFirst()
                    .orElseThrow(() -> EditRefused.invalid(
                            "", "of", "Nothing is called “" + of.strip() + "”; begin to type its name and choose it"));
            Panel panel = Panel.of(rig, whole.device(), whole.parameters(), whole.title());
            made.add(panel.layout());
            return panel.edit();
        });
        return go(made.get(made.size() - 1), "");
    }

    /** What a whole panel can be made of. */
    record Whole(String title, Device device, List<Parameter> parameters) {}

    private List<Whole> wholes(Rig rig) {
        List<Whole> all = new ArrayList<>();
        for (Device device : rig.devices()) {
            List<Parameter> settable = device.profile().parameters().stream()
                    .filter(Parameter::settable)
                    .toList();
            if (!settable.isEmpty()) {
                all.add(new Whole(device.name(), device, settable));
            }
            device.profile().groups().forEach(group -> {
                List<Parameter> some = settable.stream()
                        .filter(parameter -> parameter.group().equals(group.id()))
                        .toList();
                if (!some.isEmpty()) {
                    String title = device.name() + " › "
                            + names.groupTitle(device, group.id()).orElse(group.name());
                    all.add(new Whole(title, device, some));
                }
            });
        }
        return all;
    }

    /** Adds an element in a box, or where there is room. */
    @PostMapping("/layouts/{id}/add")
    ResponseEntity<Void> add(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam Kind kind,
            @RequestParam Optional<Integer> x,
            @RequestParam Optional<Integer> y,
            @RequestParam Optional<Integer> width,
            @RequestParam Optional<Integer> height) {
        List<String> added = new ArrayList<>();
        commit(id, seen, "Add a " + kind.words(), (rig, layout) -> {
            String free = layout.freeId();
            added.add(free);
            Box usual = kind.usual(0, 0);
            Box box = x.isPresent() && y.isPresent()
                    ? new Box(x.get(), y.get(), width.orElse(usual.width()), height.orElse(usual.height()))
                    : layout.room(usual);
            return layout.with(new Element(
                    free,
                    kind.noun() + " " + free.substring(1),
                    box,
                    kind == Kind.STRIPS ? new Rows(rig).usual() : kind.plain()));
        });
        return go(id, added.get(0));
    }

    /** Puts several elements in order. */
    @PostMapping("/layouts/{id}/several/{how}")
    ResponseEntity<Void> arrange(
            @PathVariable String id,
            @PathVariable Arrange how,
            @RequestParam long seen,
            @RequestParam List<String> of) {
        commit(id, seen, "Put elements in order", (rig, layout) -> how.of(layout, of));
        return go(id, String.join(",", of));
    }

    /** Moves and sizes several elements together. */
    @PostMapping("/layouts/{id}/several/move")
    ResponseEntity<Void> move(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam List<String> of,
            @RequestParam int x,
            @RequestParam int y,
            @RequestParam(defaultValue = "0") int width,
            @RequestParam(defaultValue = "0") int height) {
        commit(id, seen, "Move elements", (rig, layout) -> Arrange.moved(layout, of, new Box(x, y, width, height)));
        return go(id, String.join(",", of));
    }

    @PostMapping("/layouts/{id}/several/delete")
    ResponseEntity<Void> deleteSeveral(
            @PathVariable String id, @RequestParam long seen, @RequestParam List<String> of) {
        Edit made = commit(id, seen, "Delete elements", (rig, layout) -> {
            Layout left = layout;
            for (String element : of) {
                left = left.without(element);
            }
            return left;
        });
        return Replies.deleted("/layouts?layout=" + Replies.query(id), made);
    }

    /** Elements as they are pasted again, here or elsewhere. */
    @GetMapping(path = "/layouts/{id}/copied", produces = MediaType.APPLICATION_JSON_VALUE)
    @ResponseBody
    String copied(@PathVariable String id, @RequestParam List<String> of) {
        return Copied.text(keeper.rig().layout(id).orElseThrow(Replies::gone), of);
    }

    @PostMapping("/layouts/{id}/paste")
    ResponseEntity<Void> paste(@PathVariable String id, @RequestParam long seen, @RequestParam String elements) {
        List<String> pasted = new ArrayList<>();
        commit(id, seen, "Paste elements", (rig, layout) -> {
            Copied.Pasted into = Copied.into(layout, elements);
            pasted.addAll(into.ids());
            return into.layout();
        });
        return go(id, String.join(",", pasted));
    }

    /** Moves and sizes an element. */
    @PostMapping("/layouts/{id}/{element}")
    ResponseEntity<Void> change(
            @PathVariable String id,
            @PathVariable String element,
            @RequestParam long seen,
            @RequestParam int x,
            @RequestParam int y,
            @RequestParam int width,
            @RequestParam int height) {
        commit(id, seen, "Move an element", element, (rig, e) -> e.at(new Box(x, y, width, height)));
        return go(id, element);
    }

    /** Changes one phrase of what an element is. */
    @PostMapping("/layouts/{id}/{element}/phrase")
    ResponseEntity<Void> phrase(
            @PathVariable String id,
            @PathVariable String element,
            @RequestParam long seen,
            @RequestParam String phrase,
            @RequestParam String value) {
        commit(id, seen, "Change an element", element, (rig, e) -> switch (phrase) {
            case "name" -> e.named(value.strip());
            case "follows" -> e.following(follows(value));
            case "guard" -> e.listening(value);
            default ->
                e.as(
                        e.face() instanceof Strips strips
                                ? new Rows(rig).with(strips, phrase, value)
                                : e.face().with(phrase, value));
        });
        return go(id, element);
    }

    private Ref.ToParameter follows(String typed) {
        return Ref.ToParameter.of(titles.of(keeper.rig()).key("follows", typed)).orElse(null);
    }

    /** A strip of a row stands for itself from now on, with elements that can be made different. */
    @PostMapping("/layouts/{id}/{element}/lift")
    ResponseEntity<Void> lift(
            @PathVariable String id, @PathVariable String element, @RequestParam long seen, @RequestParam int strip) {
        commit(id, seen, "Lift a strip out of a row", (rig, layout) -> {
            Element row = layout.element(element).orElseThrow(Replies::gone);
            if (!(row.face() instanceof Strips strips) || strip < 1 || strip > strips.count()) {
                throw new Mistake("strip", "There is no strip " + strip);
            }
            List<Element> all =
                    new ArrayList<>(layout.with(row.as(strips.without(strip))).elements());
            if (!strips.lifted().contains(strip)) {
                all.addAll(strips.strip(row.id(), row.box(), strip));
            }
            return layout.with(all);
        });
        return go(id, element + "-" + strip + "-name");
    }

    @PostMapping("/layouts/{id}/{element}/delete")
    ResponseEntity<Void> deleteElement(@PathVariable String id, @PathVariable String element, @RequestParam long seen) {
        Edit made = commit(id, seen, "Delete an element", (rig, layout) -> {
            layout.element(element).orElseThrow(Replies::gone);
            return layout.without(element);
        });
        return Replies.deleted("/layouts?layout=" + Replies.query(id), made);
    }

    private void commit(String id, long seen, String label, String element, BiFunction<Rig, Element, Element> change) {
        commit(
                id,
                seen,
                label,
                (rig, layout) ->
                        layout.with(change.apply(rig, layout.element(element).orElseThrow(Replies::gone))));
    }

    private Edit commit(String id, long seen, String label, BiFunction<Rig, Layout, Layout> change) {
        return keeper.commit(id, seen, rig -> {
            Layout before = rig.layout(id).orElseThrow(Replies::gone);
            Layout after;
            try {
                after = change.apply(rig, before);
            } catch (Mistake e) {
                throw EditRefused.invalid(id, e.field().isEmpty() ? "x" : e.field(), e.getMessage());
            }
            return new Rows(rig).edit(label.contains("layout") ? label : label + " of " + before.name(), before, after);
        });
    }

    private static ResponseEntity<Void> go(String layout, String element) {
        return Replies.go("/layouts?layout=" + Replies.query(layout)
                + (element.isEmpty() ? "" : "&element=" + Replies.query(element)));
    }
}
