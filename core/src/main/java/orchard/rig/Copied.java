package orchard.rig;

import java.util.ArrayList;
import java.util.List;
import orchard.layout.Arrange;
import orchard.layout.Box;
import orchard.layout.Element;
import orchard.layout.Layout;
import orchard.mistake.Mistake;
import tools.jackson.core.type.TypeReference;

/** Elements that were copied, as the text in which a browser keeps them: JSON, a list of elements as a rig file has them. */
public final class Copied {

    /** The most elements that are pasted at once. */
    public static final int MOST = 500;

    private static final TypeReference<List<Element>> ELEMENTS = new TypeReference<>() {};

    private static final List<Box> ASIDE = List.of(new Box(1, 1, 0, 0), new Box(-1, -1, 0, 0));

    private Copied() {}

    /** The text of some elements of a layout. */
    public static String text(Layout layout, List<String> ids) {
        return PartJson.write(
                layout.elements().stream().filter(e -> ids.contains(e.id())).toList(), ELEMENTS);
    }

    /** A layout with elements pasted, and their ids in it. */
    public record Pasted(Layout layout, List<String> ids) {}

    /**
     * Pastes elements: where they were, or a cell further where the very same place is taken.
     *
     * @param page on which they stand then; "" where the layout has one only
     * @throws Mistake if the text is not what {@link #text} gives
     */
    public static Pasted into(Layout layout, String text, String page) {
        List<Element> elements;
        try {
            elements = PartJson.read(text, ELEMENTS);
        } catch (IllegalArgumentException | Mistake e) {
            throw new Mistake("elements", "What was copied is no elements: " + e.getMessage());
        }
        if (elements == null || elements.isEmpty() || elements.size() > MOST || elements.contains(null)) {
            throw new Mistake("elements", "Expected 1 to " + MOST + " elements; copy some first");
        }
        List<String> ids = new ArrayList<>();
        Layout with = layout;
        boolean isTaken = false;
        for (Element element : Arrange.fresh(layout, elements)) {
            Element free = element.called(with.freeId()).on(page);
            isTaken |= layout.on(page).stream().anyMatch(e -> e.box().equals(free.box()));
            ids.add(free.id());
            with = with.with(free);
        }
        return new Pasted(isTaken ? aside(with, ids) : with, ids);
    }

    private static Layout aside(Layout layout, List<String> ids) {
        return ASIDE.stream()
                .map(by -> Arrange.moved(layout, ids, by))
                .filter(moved -> !moved.equals(layout))
                .findFirst()
                .orElse(layout);
    }
}
