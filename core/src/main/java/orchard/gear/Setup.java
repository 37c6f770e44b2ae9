package orchard.gear;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * How a device is set up beyond what its controls send.
 *
 * @param pages the groups of controls that have pages
 * @param feels one a kind at most; a kind without one is plain
 * @param palette the device's colour table, by value
 * @param brightness of its lights, 0–100 %
 * @param clusters ids of controls that are picked together when the face is arranged
 * @param memory name of the format in which its programme is read and written, or "" if it cannot be
 * @param parameterPages its parameters in orders of the performer's, to lie under rows of controls
 * @param takeover what its absolute controls do that stand elsewhere; null for what the rig says
 */
public record Setup(
        List<PageGroup> pages,
        List<Feel> feels,
        List<Swatch> palette,
        Integer brightness,
        List<List<String>> clusters,
        String memory,
        Takeover takeover,
        List<ParameterPage> parameterPages,
        Boolean noteOffs) {

    /** Lights as bright as a dark house takes. */
    public static final int MODEST = 40;

    /** Nothing special. */
    public static final Setup PLAIN =
            new Setup(List.of(), List.of(), List.of(), MODEST, List.of(), "", null, List.of(), null);

    public Setup {
        pages = pages == null ? List.of() : List.copyOf(pages);
        feels = feels == null ? List.of() : List.copyOf(feels);
        palette = palette == null
                ? List.of()
                : palette.stream()
                        .sorted(Comparator.comparingInt(Swatch::value))
                        .toList();
        clusters = clusters == null
                ? List.of()
                : clusters.stream().map(List::copyOf).toList();
        brightness = brightness == null ? MODEST : brightness;
        memory = memory == null ? "" : memory;
        parameterPages = parameterPages == null ? List.of() : List.copyOf(parameterPages);
        if (brightness < 0 || brightness > 100) {
            throw new IllegalArgumentException("Brightness is 0–100 %, and " + brightness + " is not");
        }
    }

    /** Takes over as the rig says. */
    public Setup(
            List<PageGroup> pages,
            List<Feel> feels,
            List<Swatch> palette,
            Integer brightness,
            List<List<String>> clusters,
            String memory) {
        this(pages, feels, palette, brightness, clusters, memory, null, List.of(), null);
    }

    /** The same with other parameter pages. */
    public Setup withParameterPages(List<ParameterPage> other) {
        return new Setup(pages, feels, palette, brightness, clusters, memory, takeover, other, noteOffs);
    }

    /**
     * The same with more parameter pages, behind those that are there; they get ids of their own.
     *
     * @throws IllegalArgumentException if there would be too many
     */
    public Setup withMore(List<ParameterPage> more) {
        if (parameterPages.size() + more.size() > ParameterPage.MOST) {
            throw new IllegalArgumentException("There are at most %d pages, and these would be %d"
                    .formatted(ParameterPage.MOST, parameterPages.size() + more.size()));
        }
        int last = parameterPages.stream()
                .filter(page -> page.id().matches("page\\d{1,6}"))
                .mapToInt(page -> Integer.parseInt(page.id().substring(4)))
                .max()
                .orElse(0);
        List<ParameterPage> all = new ArrayList<>(parameterPages);
        for (ParameterPage page : more) {
            last++;
            all.add(new ParameterPage("page" + last, page.name(), page.marks(), page.entries()));
        }
        return withParameterPages(all);
    }

    /** The same with another way to take over. */
    public Setup with(Takeover other) {
        return new Setup(pages, feels, palette, brightness, clusters, memory, other, parameterPages, noteOffs);
    }

    /** Whether a panic has to end every note one by one. */
    public boolean needsNoteOffs() {
        return Boolean.TRUE.equals(noteOffs);
    }

    /** The group of that id. */
    public Optional<PageGroup> group(String id) {
        return pages.stream().filter(group -> group.id().equals(id)).findFirst();
    }

    /** How controls of a kind feel. */
    public Feel feel(Control.Kind kind) {
        return feels.stream().filter(feel -> feel.kind() == kind).findFirst().orElseGet(() -> Feel.plain(kind));
    }

    /** Whether a control can be heard: not on a page that is switched off. */
    public boolean active(Control control) {
        return control.page() == null
                || group(control.page().group())
                        .map(group -> group.active(control.page().number()))
                        .orElse(true);
    }

    /** The same with other page groups. */
    public Setup withPages(List<PageGroup> other) {
        return new Setup(other, feels, palette, brightness, clusters, memory, takeover, parameterPages, noteOffs);
    }

    /** The same with another feel of one kind. */
    public Setup with(Feel feel) {
        List<Feel> others = feels.stream().filter(f -> f.kind() != feel.kind()).collect(Collectors.toList());
        others.add(feel);
        others.sort(Comparator.comparing(Feel::kind));
        return new Setup(pages, others, palette, brightness, clusters, memory, takeover, parameterPages, noteOffs);
    }

    /** The same with another colour table. */
    public Setup withPalette(List<Swatch> other) {
        return new Setup(pages, feels, other, brightness, clusters, memory, takeover, parameterPages, noteOffs);
    }

    /** The same, lit differently. */
    public Setup lit(int percent) {
        return new Setup(pages, feels, palette, percent, clusters, memory, takeover, parameterPages, noteOffs);
    }

    /** The same with other clusters. */
    public Setup withClusters(List<List<String>> other) {
        return new Setup(pages, feels, palette, brightness, other, memory, takeover, parameterPages, noteOffs);
    }
}
