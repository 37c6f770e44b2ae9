package orchard.app.web;

import java.security.Principal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.app.access.Tablet;
import orchard.app.live.Captions;
import orchard.app.live.Names;
import orchard.app.live.Values;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Selector;
import orchard.layout.Arrange;
import orchard.layout.Box;
import orchard.layout.Element;
import orchard.layout.Keys;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.layout.Page;
import orchard.layout.Strips;
import orchard.layout.Tall;
import orchard.layout.Upright;
import orchard.mapping.Sentence;
import orchard.parameter.Parameter;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Keyboards;
import orchard.rig.Panel;
import orchard.rig.Part;
import orchard.rig.Ready;
import orchard.rig.Rig;
import orchard.rig.Rows;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.CookieValue;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Lay out: draw a layout; and the layout itself, opened on another browser to be played. */
@Controller
class LayoutPages {

    private final RigKeeper keeper;
    private final Names names;
    private final Values values;
    private final Captions captions;
    private final LayoutEdits edits;
    private final RigCache<ParameterTitles> titles;

    LayoutPages(RigKeeper keeper, Names names, Values values, Captions captions, LayoutEdits edits) {
        this.keeper = keeper;
        this.edits = edits;
        this.names = names;
        this.values = values;
        this.captions = captions;
        titles = new RigCache<>(names, rig -> ParameterTitles.of(rig, names));
    }

    @GetMapping("/layouts")
    String page(
            @RequestParam(defaultValue = "") String layout,
            @RequestParam(defaultValue = "") String page,
            @RequestParam(defaultValue = "") String element,
            @CookieValue(name = "layouts-tall", defaultValue = "") String tall,
            Model model) {
        Rig rig = keeper.rig();
        model.addAttribute("layouts", rig.layouts());
        model.addAttribute("notes", rig.noteNames());
        model.addAttribute("ready", new Ready(rig).offers());
        model.addAttribute("wholes", wholes(rig).stream().map(Whole::title).toList());
        Optional<Layout> chosen =
                rig.layout(layout).or(() -> rig.layouts().stream().findFirst());
        model.addAttribute("layout", chosen.orElse(null));
        chosen.ifPresent(l -> {
            model.addAttribute("seen", keeper.revision(l.id()));
            List<String> chosenIds = List.of(element.split(","));
            String open = open(l, page, chosenIds);
            model.addAttribute("open", open);
            List<ElementView> drawn = drawn(l, l.on(open), rig);
            model.addAttribute("drawn", drawn);
            List<Element> inRows = new ArrayList<>(l.played());
            inRows.removeIf(one -> !one.isOn(open) || l.elements().contains(one));
            model.addAttribute("inRows", drawn(l, inRows, rig));
            model.addAttribute("shelf", Shelved.ALL);
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
            Tall screens = Tall.of(l.playedOn(open)).inCells();
            boolean isTall = tall.equals("yes");
            int count = isTall ? Math.min(Upright.MOST, screens.screens().size() + 1) : 1;
            model.addAttribute("isTall", isTall);
            model.addAttribute("screens", count);
            model.addAttribute("byHand", l.on(open).stream().anyMatch(one -> one.tall() != null));
            model.addAttribute("boxes", isTall ? sideBySide(screens) : asDrawn(l));
            model.addAttribute("columns", isTall ? count * Tall.COLUMNS : Layout.COLUMNS);
            model.addAttribute("rows", isTall ? Tall.ROWS : Layout.ROWS);
        });
        return "layouts/page";
    }

    private static Map<String, Box> asDrawn(Layout layout) {
        Map<String, Box> boxes = new LinkedHashMap<>();
        layout.played().forEach(one -> boxes.put(one.id(), one.box()));
        layout.elements().forEach(one -> boxes.put(one.id(), one.box()));
        return boxes;
    }

    /** Tall screens beside each other, as on one board. */
    private static Map<String, Box> sideBySide(Tall tall) {
        Map<String, Box> boxes = new LinkedHashMap<>();
        for (int i = 0; i < tall.screens().size(); i++) {
            int left = i * Tall.COLUMNS;
            tall.screens().get(i).boxes().forEach((id, box) -> boxes.put(id, box.at(box.x() + left, box.y())));
        }
        return boxes;
    }

    /** The page that is drawn: that of what is selected, else the one that was asked for, else the first; "" where there is only one. */
    private static String open(Layout layout, String asked, List<String> chosen) {
        return layout.elements().stream()
                .filter(element ->
                        chosen.contains(element.id()) && !element.page().isEmpty())
                .findFirst()
                .map(Element::page)
                .or(() -> layout.page(asked).map(Page::id))
                .orElse("");
    }

    private void selected(Layout layout, Element element, Rig rig, Model model) {
        boolean isRow = element.face() instanceof Strips;
        model.addAttribute(
                "phrases",
                element.face() instanceof Strips strips
                        ? new Rows(rig).phrases(strips)
                        : element.face() instanceof Keys keys
                                ? Stream.concat(
                                                new Keyboards(rig).phrases(layout, element).stream(),
                                                keys.phrases().stream())
                                        .toList()
                                : Stream.concat(element.face().phrases().stream(), element.listens().stream())
                                        .toList());
        model.addAttribute("stands", layout.stands(element).orElse(null));
        model.addAttribute("stays", Layout.stays(element));
        model.addAttribute("coloured", element.coloured());
        if (element.face() instanceof Keys) {
            new Keyboards(rig)
                    .plays(layout, element)
                    .ifPresent(m -> model.addAttribute(
                            "sets", new Sets(m.id(), Sentence.of(m, names).text())));
        }
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
    String play(@PathVariable String id, Principal who, Model model) {
        Layout layout = keeper.rig().layout(id).orElseThrow(Replies::gone);
        model.addAttribute("layout", layout);
        model.addAttribute("notes", keeper.rig().noteNames());
        model.addAttribute("tablet", Tablet.of(who) != null);
        model.addAttribute("drawn", drawn(layout, layout.played(), keeper.rig()));
        model.addAttribute("revision", keeper.revision());
        model.addAttribute("columns", Layout.COLUMNS);
        model.addAttribute("rows", Layout.ROWS);
        List<String> pages = layout.pages().isEmpty()
                ? List.of("")
                : layout.pages().stream().map(Page::id).toList();
        model.addAttribute(
                "turned", pages.stream().map(page -> Turned.of(layout, page)).toList());
        int open = values.page(Selector.Owner.parameters(id));
        model.addAttribute("open", pages.get(Math.max(1, Math.min(open, pages.size())) - 1));
        model.addAttribute(
                "tabbed",
                layout.elements().stream()
                        .anyMatch(one -> one.kind() == Kind.PAGES && one.page().isEmpty()));
        model.addAttribute("stack", LayerView.of(keeper.rig(), names, values));
        return "play/page";
    }

    /**
     * A page as it is on a screen that is taller than wide, as the scripts read it.
     *
     * @param screens columns and rows of each screen
     * @param tall by element: which screen, from 0, and where on it
     */
    record Turned(String page, String screens, Map<String, String> tall) {

        private static Turned of(Layout layout, String page) {
            Tall tall = Tall.of(layout.playedOn(page));
            Map<String, String> places = new LinkedHashMap<>();
            for (int i = 0; i < tall.screens().size(); i++) {
                int number = i;
                tall.screens()
                        .get(i)
                        .boxes()
                        .forEach((id, box) -> places.put(
                                id, numbers(Stream.of(number, box.x(), box.y(), box.width(), box.height()))));
            }
            return new Turned(
                    page,
                    numbers(tall.screens().stream().flatMap(screen -> Stream.of(screen.columns(), screen.rows()))),
                    places);
        }

        private static String numbers(Stream<Integer> numbers) {
            return numbers.map(String::valueOf).collect(Collectors.joining(","));
        }

        /** The same as one text, element by element. */
        public String places() {
            return tall.entrySet().stream()
                    .map(one -> one.getKey() + ":" + one.getValue())
                    .collect(Collectors.joining(";"));
        }
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
        return LayoutEdits.go(id.get(0), "", "");
    }

    @PostMapping("/layouts/{id}/name")
    ResponseEntity<Void> rename(@PathVariable String id, @RequestParam long seen, @RequestParam String name) {
        edits.commit(id, seen, "Call a layout “" + name.strip() + "”", (rig, layout) -> layout.named(name.strip()));
        return LayoutEdits.go(id, "", "");
    }

    @PostMapping("/layouts/{id}/delete")
    ResponseEntity<Void> delete(@PathVariable String id, @RequestParam long seen) {
        Edit made = keeper.commit(id, seen, rig -> {
            Layout layout = rig.layout(id).orElseThrow(Replies::gone);
            return new Rows(rig).edit("Delete the layout " + layout.name(), layout, null);
        });
        return Replies.deleted("/layouts", made);
    }

    /** Makes a ready one. */
    @PostMapping("/layouts/ready")
    ResponseEntity<Void> ready(@RequestParam Ready.Sort sort, @RequestParam(defaultValue = "") String of) {
        List<String> made = new ArrayList<>();
        keeper.commit(rig -> {
            Ready.Made ready = new Ready(rig).make(sort, of);
            made.add(ready.layout());
            return ready.edit();
        });
        return LayoutEdits.go(made.get(made.size() - 1), "", "");
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
        return LayoutEdits.go(made.get(made.size() - 1), "", "");
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
}
