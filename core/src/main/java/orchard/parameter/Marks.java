package orchard.parameter;

import java.util.List;
import java.util.Locale;
import orchard.mistake.Mistake;

/**
 * By what a performer finds something again.
 *
 * @param tags short words, each once, in small letters
 */
public record Marks(boolean favourite, List<String> tags) {

    /** Neither a favourite nor tagged. */
    public static final Marks NONE = new Marks(false, List.of());

    /** The most tags, and the most letters of one. */
    public static final int MOST = 12;

    private static final int LONGEST = 24;

    public Marks {
        tags = (tags == null ? List.<String>of() : tags)
                .stream()
                        .map(tag -> tag.strip().toLowerCase(Locale.ROOT))
                        .filter(tag -> !tag.isEmpty())
                        .distinct()
                        .toList();
        if (tags.size() > MOST || tags.stream().anyMatch(tag -> tag.length() > LONGEST)) {
            throw new Mistake("there are at most %d tags, of %d letters each".formatted(MOST, LONGEST));
        }
    }
}
