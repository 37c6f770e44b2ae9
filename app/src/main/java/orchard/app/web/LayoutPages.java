package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.UnaryOperator;
import orchard.app.live.Names;
import orchard.app.live.Values;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.layout.Element;
import orchard.layout.Layout;
import orchard.light.Drawn;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
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

/** Lay out: draw a layout; and the layout itself, opened on another browser to be played. */
@Controller
class LayoutPages {

    private final RigKeeper keeper;
    private final Names names;
    private final Values values;

    LayoutPages(RigKeeper keeper, Names names, Values values) {
        this.keeper = keeper;
        this.names = names;
        this.values = values;
    }

    /**
     * An element as it is drawn.
     *
     * @param caption what stands on it now
     * @param group where the caption's live name is found, or ""
     * @param suffix what follows the live name
     * @param key where its live position is found
     * @param text its parameter's value, or ""
     */
    record Drawn(Element element, String caption, String group, String suffix, String key, double value, String text) {

        /** The element in words. */
        public String spoken() {
            return (element.kind() == Element.Kind.FADER ? "Fader " : "Label ") + caption;
        }
    }

    /** A parameter whose name a label can follow. */
    record Choice(String value, String title) {}

    @GetMapping("/layouts")
    String page(
            @RequestParam(defaultValue = "") String layout,
            @RequestParam(defaultValue = "") String element,
            Model model) {
        Rig rig = keeper.rig();
        model.addAttribute("layouts", rig.layouts());
        Optional<Layout> chosen =
                rig.layout(layout).or(() -> rig.layouts().stream().findFirst());
        model.addAttribute("layout", chosen.orElse(null));
        chosen.ifPresent(l -> {
            model.addAttribute("seen", keeper.revision(l.id()));
            model.addAttribute("drawn", drawn(l, rig));
            model.addAttribute("selected", l.element(element).orElse(null));
            model.addAttribute("columns", Layout.COLUMNS);
            model.addAttribute("rows", Layout.ROWS);
            model.addAttribute("choices", choices(rig));
        });
        return "layouts/page";
    }

    @GetMapping("/play/{id}")
    String play(@PathVariable String id, Model model) {
        Layout layout = keeper.rig().layout(id).orElseThrow(Replies::gone);
        model.addAttribute("layout", layout);
        model.addAttribute("drawn", drawn(layout, keeper.rig()));
        model.addAttribute("columns", Layout.COLUMNS);
        model.addAttribute("rows", Layout.ROWS);
        model.addAttribute("stack", LayerView.of(keeper.rig(), names, values));
        return "play/page";
    }

    private List<Drawn> drawn(Layout layout, Rig rig) {
        return layout.elements().stream().map(e -> drawn(layout, e, rig)).toList();
    }

    private Drawn drawn(Layout layout, Element element, Rig rig) {
        Optional<Ref.ToParameter> target = element.kind() == Element.Kind.LABEL
                ? Optional.ofNullable(element.follows())
                : rig.mappings().stream()
                        .filter(m -> m.when().triggers().stream()
                                .anyMatch(t -> t.device().equals(layout.id())
                                        && t.control().equals(element.id())))
                        .findFirst()
                        .flatMap(Mapping::target);
        Optional<Parameter> parameter = target.flatMap(rig::parameter);
        String key = new Ref.ToControl(layout.id(), element.id(), "position").key();
        Values.OfControl stands = values.controls().get(key);
        double place = stands == null ? 0 : stands.position();
        if (parameter.isEmpty()) {
            return new Drawn(element, element.name(), "", "", key, place, "");
        }
        Ref.ToParameter ref = target.orElseThrow();
        Device device = rig.device(ref.device()).orElseThrow();
        String group = parameter.get().group();
        boolean label = element.kind() == Element.Kind.LABEL;
        String suffix = label ? "" : " › " + parameter.get().name();
        Values.OfParameter value = values.parameters().get(ref.key());
        return new Drawn(
                element,
                names.groupName(device, group) + suffix,
                device.id() + "/" + group,
                suffix,
                key,
                place,
                label || value == null ? "" : value.text());
    }

    private List<Choice> choices(Rig rig) {
        List<Choice> all = new ArrayList<>();
        for (Device device : rig.devices()) {
            List<String> seen = new ArrayList<>();
            for (Parameter parameter : device.profile().parameters()) {
                if (!parameter.group().isEmpty() && !seen.contains(parameter.group())) {
                    seen.add(parameter.group());
                    all.add(new Choice(
                            device.id() + "/" + parameter.id(),
                            device.name() + " · "
                                    + names.groupTitle(device, parameter.group())
                                            .orElse("")));
                }
            }
        }
        return all;
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
        commit(id, seen, "Call a layout “" + name.strip() + "”", l -> new Layout(id, name.strip(), l.elements()));
        return go(id, "");
    }

    @PostMapping("/layouts/{id}/delete")
    ResponseEntity<Void> delete(@PathVariable String id, @RequestParam long seen) {
        Edit made = keeper.commit(id, seen, rig -> {
            Layout layout = rig.layout(id).orElseThrow(Replies::gone);
            return Edit.remove("Delete the layout " + layout.name(), new Part.OfLayout(layout));
        });
        return Replies.deleted("/layouts", made);
    }

    /** Adds an element where there is room. */
    @PostMapping("/layouts/{id}/add")
    ResponseEntity<Void> add(@PathVariable String id, @RequestParam long seen, @RequestParam Element.Kind kind) {
        List<String> added = new ArrayList<>();
        commit(id, seen, "Add a " + kind.name().toLowerCase(Locale.ROOT), layout -> {
            Element element = room(layout, kind);
            added.add(element.id());
            List<Element> elements = new ArrayList<>(layout.elements());
            elements.add(element);
            return new Layout(id, layout.name(), elements);
        });
        return go(id, added.get(0));
    }

    private static Element room(Layout layout, Element.Kind kind) {
        int number = 1
                + layout.elements().stream()
                        .filter(e -> e.id().matches("e\\d{1,6}"))
                        .mapToInt(e -> Integer.parseInt(e.id().substring(1)))
                        .max()
                        .orElse(0);
        int width = kind == Element.Kind.FADER ? 5 : 6;
        int height = kind == Element.Kind.FADER ? 8 : 2;
        String name = (kind == Element.Kind.FADER ? "Fader " : "Label ") + number;
        for (int y = 0; y + height <= Layout.ROWS; y++) {
            for (int x = 0; x + width <= Layout.COLUMNS; x++) {
                int left = x;
                int top = y;
                boolean free = layout.elements().stream()
                        .noneMatch(e -> left < e.x() + e.width()
                                && e.x() < left + width
                                && top < e.y() + e.height()
                                && e.y() < top + height);
                if (free) {
                    return new Element("e" + number, kind, name, x, y, width, height, null);
                }
            }
        }
        return new Element("e" + number, kind, name, 0, 0, width, height, null);
    }

    /** Moves, sizes and names an element. */
    @PostMapping("/layouts/{id}/{element}")
    ResponseEntity<Void> change(
            @PathVariable String id,
            @PathVariable String element,
            @RequestParam long seen,
            @RequestParam Optional<String> name,
            @RequestParam int x,
            @RequestParam int y,
            @RequestParam int width,
            @RequestParam int height,
            @RequestParam Optional<String> follows) {
        commit(id, seen, "Change an element", layout -> {
            Element before = layout.element(element).orElseThrow(Replies::gone);
            Element after =
                    before.at(x, y, width, height).named(name.map(String::strip).orElse(before.name()));
            Element whole = follows.map(f -> new Element(
                            after.id(),
                            after.kind(),
                            after.name(),
                            after.x(),
                            after.y(),
                            after.width(),
                            after.height(),
                            follows(f)))
                    .orElse(after);
            return new Layout(
                    id,
                    layout.name(),
                    layout.elements().stream()
                            .map(e -> e.id().equals(element) ? whole : e)
                            .toList());
        });
        return go(id, element);
    }

    private static Ref.ToParameter follows(String value) {
        int slash = value.indexOf('/');
        return slash < 0 ? null : new Ref.ToParameter(value.substring(0, slash), value.substring(slash + 1));
    }

    @PostMapping("/layouts/{id}/{element}/delete")
    ResponseEntity<Void> deleteElement(@PathVariable String id, @PathVariable String element, @RequestParam long seen) {
        Edit made = commit(id, seen, "Delete an element", layout -> {
            layout.element(element).orElseThrow(Replies::gone);
            return new Layout(
                    id,
                    layout.name(),
                    layout.elements().stream()
                            .filter(e -> !e.id().equals(element))
                            .toList());
        });
        return Replies.deleted("/layouts?layout=" + Replies.query(id), made);
    }

    private Edit commit(String id, long seen, String label, UnaryOperator<Layout> change) {
        return keeper.commit(id, seen, rig -> {
            Layout before = rig.layout(id).orElseThrow(Replies::gone);
            Layout after;
            try {
                after = change.apply(before);
            } catch (Mistake e) {
                throw EditRefused.invalid(id, "x", e.getMessage());
            }
            return Edit.change(
                    label.contains("layout") ? label : label + " of " + before.name(),
                    new Part.OfLayout(before),
                    new Part.OfLayout(after));
        });
    }

    private static ResponseEntity<Void> go(String layout, String element) {
        return Replies.go("/layouts?layout=" + Replies.query(layout)
                + (element.isEmpty() ? "" : "&element=" + Replies.query(element)));
    }
}
