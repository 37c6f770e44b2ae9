package orchard.layout;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import orchard.gear.Control;
import orchard.gear.Dimension;
import orchard.mistake.Mistake;

/**
 * A clock.
 *
 * @param shows what it tells
 * @param minutes from how many it counts down, 1–{@value #MOST}
 */
public record Clock(Shows shows, int minutes) implements Face {

    /** The most minutes it counts down from. */
    public static final int MOST = 600;

    private static final int USUAL = 5;

    /** What a clock tells. */
    public enum Shows {
        DAY("the time of day"),
        SONG("how long the song has been on"),
        LEFT("what is left of the song");

        private final String words;

        Shows(String words) {
            this.words = words;
        }

        /** In words. */
        public String words() {
            return words;
        }
    }

    public Clock {
        shows = shows == null ? Shows.DAY : shows;
        minutes = minutes == 0 ? USUAL : minutes;
        if (minutes < 1 || minutes > MOST) {
            throw new Mistake("minutes", "Minutes are whole numbers, 1–" + MOST);
        }
    }

    @Override
    public Kind kind() {
        return Kind.CLOCK;
    }

    @Override
    public List<Dimension> dimensions(String id) {
        return List.of();
    }

    @Override
    public List<String> shows(String id) {
        return List.of();
    }

    @Override
    public Optional<Control.Kind> hand() {
        return Optional.empty();
    }

    @Override
    public List<Phrase> phrases() {
        List<Phrase> phrases =
                new ArrayList<>(List.of(Phrase.of("It shows", "shows", shows, Shows.values(), Shows::words)));
        if (shows == Shows.LEFT) {
            phrases.add(Phrase.typed("of so many minutes:", "minutes", String.valueOf(minutes)));
        }
        return phrases;
    }

    @Override
    public Clock with(String phrase, String value) {
        if (!phrase.equals("minutes")) {
            return new Clock(Phrase.chosen(Shows.class, phrase, value), minutes);
        }
        if (!value.strip().matches("[1-9]\\d{0,3}")) {
            throw new Mistake(phrase, "Minutes are whole numbers, 1–" + MOST);
        }
        return new Clock(shows, Integer.parseInt(value.strip()));
    }
}
