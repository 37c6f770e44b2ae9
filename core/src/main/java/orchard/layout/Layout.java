package orchard.layout;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.ParameterPage;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Setup;
import orchard.gear.Wire;
import orchard.light.Drawn;
import orchard.light.Light;
import orchard.mistake.Mistake;
import orchard.parameter.Marks;

/**
 * A drawn surface of {@value #COLUMNS} × {@value #ROWS} cells, on one page or several. Its pages are those of the device it is: of them one is open.
 *
 * @param id also the id of the device it is in the rig
 * @param pages in their order; none where everything stands on one
 * @param elements in the order they are reached by Tab
 */
public record Layout(String id, String name, List<Page> pages, List<Element> elements) {

    /** How many cells a layout is wide. */
    public static final int COLUMNS = 32;

    /** How many cells a layout is high. */
    public static final int ROWS = 18;

    /** The most pages of a layout. */
    public static final int MOST_PAGES = ParameterPage.MOST;

    public Layout {
        pages = pages == null ? List.of() : List.copyOf(pages);
        elements = elements == null ? List.of() : List.copyOf(elements);
    }

    /** One with everything on one page. */
    public Layout(String id, String name, List<Element> elements) {
        this(id, name, List.of(), elements);
    }

    /** The page of that id, or the first; empty where there is only one, which has no name. */
    public Optional<Page> page(String id) {
        return pages.stream()
                .filter(page -> page.id().equals(id))
                .findFirst()
                .or(() -> pages.stream().findFirst());
    }

    /** What is seen while a page is open, as it was drawn. */
    public List<Element> on(String page) {
        return elements.stream().filter(element -> element.isOn(page)).toList();
    }

    /** The element of that id, as it was drawn. */
    public Optional<Element> element(String id) {
        return elements.stream().filter(e -> e.id().equals(id)).findFirst();
    }

    /** What fingers meet and eyes see: every element that was drawn, and in place of a row the elements of its strips. */
    public List<Element> played() {
        return elements.stream()
                .flatMap(e -> e.face() instanceof Strips strips
                        ? strips.elements(e.id(), e.box()).stream()
                                .map(part -> part.on(e.page()).in(e.tint()))
                        : Stream.of(e))
                .toList();
    }

    /** What fingers meet under that id. */
    public Optional<Element> played(String id) {
        return played().stream().filter(e -> e.id().equals(id)).findFirst();
    }

    /** What the controls of its rows are told to set, by the controls. */
    public Map<Ref.ToControl, Ref.ToParameter> rows() {
        Map<Ref.ToControl, Ref.ToParameter> rows = new LinkedHashMap<>();
        for (Element e : elements) {
            if (e.face() instanceof Strips strips) {
                rows.putAll(strips.sets(id, e.id(), e.box()));
            }
        }
        return rows;
    }

    /** The layout as a device: what fingers move is a control that can be mapped, and nearly everything is a light that answers. */
    public Device device() {
        List<Element> all = played();
        List<Control> controls =
                all.stream().flatMap(e -> e.face().controls(e).stream()).toList();
        List<Light> lights = all.stream()
                .flatMap(e -> e.face().shows(e.id()).stream()
                        .map(part -> new Light(
                                part,
                                part.equals(e.id()) ? e.name() : e.name() + " " + part.substring(e.id().length() + 1),
                                e.face().control(e.id(), part),
                                new Drawn(part))))
                .toList();
        return new Device(
                id,
                name,
                "touch layout",
                new Seat(Wire.TOUCH, id, id),
                new Profile(
                        controls,
                        List.of(),
                        List.of(),
                        lights,
                        List.of(),
                        List.of(),
                        List.of(),
                        Setup.paged(turned())));
    }

    /** Its pages as those of the device it is: no parameter is on them, but they are turned like any others. */
    private List<ParameterPage> turned() {
        return pages.stream()
                .map(page -> new ParameterPage(page.id(), page.name(), Marks.NONE, List.of()))
                .toList();
    }

    /** An id that no element has. */
    public String freeId() {
        return "e"
                + (1
                        + elements.stream()
                                .filter(e -> e.id().matches("e\\d{1,6}"))
                                .mapToInt(e -> Integer.parseInt(e.id().substring(1)))
                                .max()
                                .orElse(0));
    }

    /** The first place of a page, row by row, where nothing lies; the top left if there is none. */
    public Box room(Box size, String page) {
        List<Element> there = on(page);
        for (int y = 0; y + size.height() <= ROWS; y++) {
            for (int x = 0; x + size.width() <= COLUMNS; x++) {
                Box box = size.at(x, y);
                if (there.stream().noneMatch(e -> e.box().overlaps(box))) {
                    return box;
                }
            }
        }
        return size.at(0, 0);
    }

    /** The same layout with other elements. */
    public Layout with(List<Element> others) {
        return new Layout(id, name, pages, others);
    }

    /** The same layout with other pages; what stands on one that is gone is gone with it. */
    public Layout paged(List<Page> others) {
        return new Layout(
                id,
                name,
                others,
                elements.stream()
                        .filter(e -> e.page().isEmpty()
                                || others.stream().anyMatch(page -> page.id().equals(e.page())))
                        .toList());
    }

    /** The same layout with another page after all others; the first time two, with everything that was there on the first. */
    public Layout paged(String name) {
        List<Page> more = new ArrayList<>(pages);
        List<Element> all = elements;
        if (more.isEmpty()) {
            more.add(new Page("p1", "Page 1"));
            all = elements.stream().map(e -> e.on("p1")).toList();
        }
        int free = 1
                + more.stream()
                        .filter(page -> page.id().matches("p\\d{1,6}"))
                        .mapToInt(page -> Integer.parseInt(page.id().substring(1)))
                        .max()
                        .orElse(0);
        more.add(new Page("p" + free, name.isEmpty() ? "Page " + (more.size() + 1) : name));
        return new Layout(id, this.name, more, all);
    }

    /** What fingers meet and eyes see while a page is open. */
    public List<Element> playedOn(String page) {
        return played().stream().filter(element -> element.isOn(page)).toList();
    }

    /**
     * The same layout with an element elsewhere on the tall screens of a page; from then on everything else of the page stays where it is there.
     *
     * @throws Mistake if it is not on that page, or a row, which always comes by itself
     */
    public Layout upright(String page, String id, Upright to) {
        Element element = element(id).orElseThrow(() -> new Mistake("tall", "That element is not there any more"));
        if (element.face() instanceof Strips || !element.isOn(page)) {
            throw new Mistake("tall", "A row comes by itself on tall screens");
        }
        Tall now = Tall.of(playedOn(page)).inCells();
        return with(elements.stream()
                .map(one -> one.id().equals(id)
                        ? one.upright(to)
                        : one.isOn(page) ? one.upright(now.upright(one.id()).orElse(null)) : one)
                .toList());
    }

    /** The same layout with the tall screens of a page as they come by themselves. */
    public Layout byItself(String page) {
        return with(elements.stream()
                .map(one -> one.isOn(page) ? one.upright(null) : one)
                .toList());
    }

    /** The phrase of an element's sentence that says whether it stays where it is while one draws. */
    public static Phrase stays(Element element) {
        return Phrase.either(
                "While one draws, it", "fixed", element.place().fixed(), "stays where it is", "can be moved");
    }

    /** The phrase of an element's sentence that says on which page it stands; none where there is only one. */
    public Optional<Phrase> stands(Element element) {
        List<Phrase.Option> options = new ArrayList<>(List.of(new Phrase.Option("", "every page")));
        pages.forEach(page -> options.add(new Phrase.Option(page.id(), "the page " + page.name())));
        return pages.size() > 1 || !pages.isEmpty() && !element.page().isEmpty()
                ? Optional.of(new Phrase("It stands on", "page", element.page(), options))
                : Optional.empty();
    }

    /** The same layout under another name. */
    public Layout named(String other) {
        return new Layout(id, other, pages, elements);
    }

    /** The same layout with an element put in place of the one of its id, or after all others. */
    public Layout with(Element element) {
        List<Element> all = new ArrayList<>(elements);
        all.replaceAll(e -> e.id().equals(element.id()) ? element : e);
        if (!all.contains(element)) {
            all.add(element);
        }
        return with(all);
    }

    /** The same layout without an element. */
    public Layout without(String element) {
        return with(elements.stream().filter(e -> !e.id().equals(element)).toList());
    }
}
