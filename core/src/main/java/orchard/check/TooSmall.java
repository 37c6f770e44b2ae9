package orchard.check;

import java.util.List;
import java.util.stream.Stream;
import orchard.layout.Box;
import orchard.layout.Element;
import orchard.layout.Layout;
import orchard.layout.Tall;

/** Elements that a finger does not meet safely on a small tablet that lies wide. */
record TooSmall() implements Surprise {

    /** A small tablet: what is left of 1024 × 768 CSS pixels for elements. */
    private static final int WIDTH = 1024;

    private static final int HEIGHT = 720;

    @Override
    public String title() {
        return "Too small for a finger";
    }

    @Override
    public List<Finding> look(Scene scene) {
        return scene.rig().layouts().stream().flatMap(this::look).toList();
    }

    private Stream<Finding> look(Layout layout) {
        List<Element> small = layout.played().stream()
                .filter(element -> element.face().hand().isPresent())
                .filter(element -> Math.min(width(element.box()), height(element.box())) < Tall.TARGET)
                .toList();
        return small.stream()
                .limit(1)
                .map(first -> new Finding(
                        this,
                        "%s of %s is %d × %d pixels on a tablet of 1024 × 768%s."
                                .formatted(
                                        first.name(),
                                        layout.name(),
                                        width(first.box()),
                                        height(first.box()),
                                        small.size() == 1 ? "" : ", and so small are " + (small.size() - 1) + " more"),
                        "A finger needs " + Tall.TARGET + ", or it misses, or meets the neighbour.",
                        new Finding.Place(Finding.Page.LAYOUTS, layout.id(), first.id())));
    }

    private static int width(Box box) {
        return box.width() * WIDTH / Layout.COLUMNS;
    }

    private static int height(Box box) {
        return box.height() * HEIGHT / Layout.ROWS;
    }
}
