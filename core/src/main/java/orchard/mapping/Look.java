package orchard.mapping;

import com.fasterxml.jackson.annotation.JsonInclude;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.light.Colours;
import orchard.light.Motion;
import orchard.light.Sweep;
import orchard.mistake.Mistake;
import orchard.parameter.Parameter;

/**
 * How a light shows what it shows; each light takes of it what it can.
 *
 * @param of the parameter that is shown, null for the one that its mapping sets
 * @param colour of a lamp while it is lit: "" for the device's usual one, a name, {@code #rrggbb}, or {@link Colours#OWN}
 * @param brightness of that colour in percent, 1–100
 * @param words what a display says in place of the value, or ""
 * @param sweep how a ring draws the value; null for what suits the parameter
 */
public record Look(
        Ref.ToParameter of,
        String colour,
        int brightness,
        Motion motion,
        String words,
        @JsonInclude(JsonInclude.Include.NON_NULL) Sweep sweep) {

    /** The longest words. */
    public static final int LONGEST = 60;

    /** As the light does by itself. */
    public static final Look USUAL = new Look(null, "", 100, Motion.STILL, "");

    /** With a ring as it suits the parameter. */
    public Look(Ref.ToParameter of, String colour, int brightness, Motion motion, String words) {
        this(of, colour, brightness, motion, words, null);
    }

    public Look {
        colour = Colours.checked(colour);
        motion = motion == null ? Motion.STILL : motion;
        words = words == null ? "" : words.strip();
        if (brightness < 1 || brightness > 100) {
            throw new Mistake("brightness", "brightness is 1–100 %, and " + brightness + " is not");
        }
        if (words.length() > LONGEST) {
            throw new Mistake("words", "words are at most " + LONGEST + " letters");
        }
    }

    /** Leaves out of files what is as usual. */
    static final class Usual {
        @Override
        public boolean equals(Object other) {
            return USUAL.equals(other);
        }

        @Override
        public int hashCode() {
            return USUAL.hashCode();
        }
    }

    /** What a light shows by a rule, in words: “lit in dim amber, blinking”. */
    public String words(Show.Rule rule, Directory names) {
        String said = words.isEmpty() ? "" : " “" + words + "”";
        String about = of == null ? rule.words() : rule.words() + " of " + names.words(of);
        String in = colour.isEmpty() ? "" : " in " + (colour.equals(Colours.OWN) ? "its own colour" : colour);
        String bright = brightness == 100 ? "" : " at " + brightness + " %";
        String drawn = sweep == null ? "" : " " + sweep.words();
        return about + said + in + bright + drawn + (motion == Motion.STILL ? "" : ", " + motion.words());
    }

    /** In this colour, standing still. */
    public static Look in(String colour) {
        return new Look(null, colour, 100, Motion.STILL, "");
    }

    /** The same at another brightness. */
    public Look at(int percent) {
        return new Look(of, colour, percent, motion, words, sweep);
    }

    /** The same, moving otherwise. */
    public Look with(Motion other) {
        return new Look(of, colour, brightness, other, words, sweep);
    }

    /** The same about another parameter. */
    public Look about(Ref.ToParameter other) {
        return new Look(other, colour, brightness, motion, words, sweep);
    }

    /** The same, drawn otherwise by rings. */
    public Look drawn(Sweep other) {
        return new Look(of, colour, brightness, motion, words, other);
    }

    /** How a ring draws a parameter: as it is said, or else from the middle what has nothing in its middle. */
    public Sweep sweepOf(Parameter parameter) {
        if (sweep != null) {
            return sweep;
        }
        boolean isEven = !parameter.hasNames()
                && parameter.range().low() == -parameter.range().high();
        return isEven ? Sweep.MIDDLE : Sweep.DOT;
    }
}
