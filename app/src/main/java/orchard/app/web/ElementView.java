package orchard.app.web;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.app.live.Captions;
import orchard.app.live.Values;
import orchard.gear.Control;
import orchard.gear.Dimension;
import orchard.gear.Ref;
import orchard.layout.Element;
import orchard.layout.Guard;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.layout.Tint;
import orchard.parameter.Parameter;
import orchard.rig.Rig;

/**
 * An element as it is drawn.
 *
 * @param caption what stands on it now
 * @param value where it stands, 0..1
 * @param text what it says of that, or ""
 * @param ends what a field is at its left, its right, its foot and its top, each "" if nobody knows; none for what is no field
 * @param options the named values of which one is chosen; none where what it sets has none, or it chooses nothing
 */
record ElementView(
        Element element, String caption, double value, String text, List<Option> options, List<String> ends) {

    /** The most values a list offers. */
    private static final int MOST_OPTIONS = 1_000;

    /** The most values without names that can be chosen from. */
    private static final int MOST_NUMBERS = 128;

    /**
     * A named value.
     *
     * @param at where on the way it is, 0..1
     */
    record Option(double at, String name, boolean favourite) {}

    /** Elements of a layout: those it was drawn of, or those that are played. */
    static List<ElementView> of(Layout layout, List<Element> elements, Rig rig, Captions captions, Values values) {
        return elements.stream()
                .map(element -> of(layout, element, rig, captions, values))
                .toList();
    }

    private static ElementView of(Layout layout, Element element, Rig rig, Captions captions, Values values) {
        Optional<Ref.ToParameter> about = captions.address(layout, element);
        Values.OfParameter parameter = about.flatMap(ref -> values.now(ref, rig))
                .map(ref -> values.parameters().get(ref.key()))
                .orElse(null);
        Values.OfControl control = element.face().dimensions(element.id()).stream()
                .map(dimension ->
                        values.controls().get(new Ref.ToControl(layout.id(), element.id(), dimension.name()).key()))
                .filter(stands -> stands != null)
                .findFirst()
                .orElse(null);
        double value = control != null ? control.position() : parameter != null ? parameter.position() : 0;
        return new ElementView(
                element,
                captions.name(layout, element),
                value,
                parameter == null || element.kind() == Kind.LABEL ? "" : parameter.text(),
                element.kind() == Kind.CHOICES || element.kind() == Kind.LIST
                        ? about.flatMap(rig::parameter)
                                .map(ElementView::options)
                                .orElse(List.of())
                        : List.of(),
                element.kind() == Kind.FIELD ? ends(layout, element, captions) : List.of());
    }

    private static List<String> ends(Layout layout, Element element, Captions captions) {
        return Stream.of("x", "y")
                .flatMap(number -> {
                    List<String> ends = captions.ends(new Ref.ToControl(layout.id(), element.id(), number));
                    return ends.isEmpty() ? Stream.of("", "") : ends.stream();
                })
                .toList();
    }

    private static List<Option> options(Parameter parameter) {
        return (parameter.hasNames() || parameter.count() <= MOST_NUMBERS
                        ? parameter.favouritesFirst()
                        : List.<Double>of())
                .stream()
                        .limit(MOST_OPTIONS)
                        .map(real -> new Option(
                                parameter.position(real),
                                parameter.textOfReal(real),
                                parameter.favourites().contains(real)))
                        .toList();
    }

    /** Name of its kind in scripts, styles and templates. */
    public String kind() {
        return element.kind().name().toLowerCase(Locale.ROOT);
    }

    /** What is chosen in a phrase of the sentence that it is; null where it has no such phrase. */
    public String option(String phrase) {
        return element.face().phrases().stream()
                .filter(one -> one.name().equals(phrase))
                .findFirst()
                .map(one -> one.value().toLowerCase(Locale.ROOT))
                .orElse(null);
    }

    /** What a finger has to do before it listens; null where it listens at once. */
    public String guard() {
        return element.guard() == Guard.NONE ? null : element.guard().name().toLowerCase(Locale.ROOT);
    }

    /** Its colour as styles have it; null for the usual one. */
    public String tint() {
        return element.tint() == Tint.USUAL ? null : element.tint().name().toLowerCase(Locale.ROOT);
    }

    /** Where its live place is found. */
    public String key(String layout) {
        List<Dimension> numbers = element.face().dimensions(element.id());
        return numbers.isEmpty()
                ? element.follows() == null ? "" : element.follows().key()
                : new Ref.ToControl(layout, element.id(), numbers.get(0).name()).key();
    }

    /** The element in words. */
    public String spoken() {
        return element.kind().noun() + " " + caption;
    }

    /** What it is for those who do not see it; null for mere text. */
    public String role() {
        return element.face()
                .hand()
                .map(this::role)
                .orElse(
                        switch (element.kind()) {
                            case METER -> "meter";
                            case LAMP -> "img";
                            default -> null;
                        });
    }

    private String role(Control.Kind hand) {
        return hand == Control.Kind.MOTION
                ? null
                : hand == Control.Kind.KEY
                        ? "group"
                        : hand.pressed()
                                ? "button"
                                : hand != Control.Kind.CHOICE
                                        ? "slider"
                                        : kind().equals("list") ? "group" : "radiogroup";
    }

    /** Whether it is one of those that go from 0 to 100. */
    public boolean goes() {
        return "slider".equals(role()) || "meter".equals(role());
    }

    /** Whether the keyboard reaches it as a whole. */
    public boolean focusable() {
        return "slider".equals(role()) || "button".equals(role()) || element.kind() == Kind.KEYS;
    }
}
