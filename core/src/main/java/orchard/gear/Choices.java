package orchard.gear;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import orchard.light.Colours;
import orchard.mistake.Mistake;

/**
 * What the performer chose for a device. It stays when a newer profile takes the place of the one that is there.
 *
 * @param feels one a kind at most; a kind without one is plain
 * @param brightness of its lights, 0–100 %
 * @param clusters ids of controls that are picked together when the face is arranged
 * @param takeover what its absolute controls do that stand elsewhere; null for what the rig says
 * @param parameterPages its parameters in orders of the performer's, to lie under rows of controls
 * @param colours what is sent for a colour, where the nearest of its colour table is not the right one; by the colour's name or {@code #rrggbb}
 * @param leftAlone whether nothing is said to it when it comes for the first time: it is as somebody left it, and is told only what changes
 */
public record Choices(
        List<Feel> feels,
        Integer brightness,
        List<List<String>> clusters,
        Takeover takeover,
        List<ParameterPage> parameterPages,
        Map<String, Integer> colours,
        boolean leftAlone) {

    /** Lights as bright as a dark house takes. */
    public static final int MODEST = 40;

    /** Nothing chosen yet. */
    public static final Choices NONE = new Choices(List.of(), MODEST, List.of(), null, List.of(), Map.of(), false);

    public Choices {
        feels = feels == null ? List.of() : List.copyOf(feels);
        clusters = clusters == null
                ? List.of()
                : clusters.stream().map(List::copyOf).toList();
        brightness = brightness == null ? MODEST : brightness;
        parameterPages = parameterPages == null ? List.of() : List.copyOf(parameterPages);
        colours = colours == null ? Map.of() : Collections.unmodifiableMap(new TreeMap<>(colours));
        colours.forEach((colour, value) -> {
            if (Colours.checked(colour).isEmpty() || value == null || value < 0 || value > 127) {
                throw new Mistake("What is sent for a colour is 0–127, and for “" + colour + "” it is " + value);
            }
        });
        if (brightness < 0 || brightness > 100) {
            throw new Mistake("Brightness is 0–100 %, and " + brightness + " is not");
        }
    }

    /** How controls of a kind feel. */
    public Feel feel(Control.Kind kind) {
        return feels.stream().filter(feel -> feel.kind() == kind).findFirst().orElseGet(() -> Feel.plain(kind));
    }

    /** The same with another feel of one kind. */
    public Choices with(Feel feel) {
        List<Feel> others = feels.stream().filter(f -> f.kind() != feel.kind()).collect(Collectors.toList());
        others.add(feel);
        others.sort(Comparator.comparing(Feel::kind));
        return new Choices(others, brightness, clusters, takeover, parameterPages, colours, leftAlone);
    }

    /** The same, lit differently. */
    public Choices lit(int percent) {
        return new Choices(feels, percent, clusters, takeover, parameterPages, colours, leftAlone);
    }

    /** The same with other clusters. */
    public Choices withClusters(List<List<String>> other) {
        return new Choices(feels, brightness, other, takeover, parameterPages, colours, leftAlone);
    }

    /** The same with another way to take over. */
    public Choices with(Takeover other) {
        return new Choices(feels, brightness, clusters, other, parameterPages, colours, leftAlone);
    }

    /** The same with other parameter pages. */
    public Choices withParameterPages(List<ParameterPage> other) {
        return new Choices(feels, brightness, clusters, takeover, other, colours, leftAlone);
    }

    /** The same, left alone when it comes, or told everything. */
    public Choices leftAlone(boolean alone) {
        return new Choices(feels, brightness, clusters, takeover, parameterPages, colours, alone);
    }

    /** The same, sending something else for a colour; null for the nearest. */
    public Choices withColour(String colour, Integer value) {
        Map<String, Integer> others = new TreeMap<>(colours);
        if (value == null) {
            others.remove(colour);
        } else {
            others.put(colour, value);
        }
        return new Choices(feels, brightness, clusters, takeover, parameterPages, others, leftAlone);
    }

    /**
     * The same with more parameter pages, behind those that are there; they get ids of their own.
     *
     * @throws Mistake if there would be too many
     */
    public Choices withMore(List<ParameterPage> more) {
        if (parameterPages.size() + more.size() > ParameterPage.MOST) {
            throw new Mistake("There are at most %d pages, and these would be %d"
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

    /** These, and where nothing was chosen, what others suggest. */
    public Choices over(Choices suggested) {
        return new Choices(
                chosen(Choices::feels, suggested),
                chosen(Choices::brightness, suggested),
                chosen(Choices::clusters, suggested),
                chosen(Choices::takeover, suggested),
                chosen(Choices::parameterPages, suggested),
                chosen(Choices::colours, suggested),
                leftAlone);
    }

    private <T> T chosen(Function<Choices, T> of, Choices suggested) {
        T mine = of.apply(this);
        return mine == null || mine.equals(of.apply(NONE)) ? of.apply(suggested) : mine;
    }
}
