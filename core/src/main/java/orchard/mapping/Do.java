package orchard.mapping;

import java.util.List;
import java.util.Objects;
import orchard.gear.Ref;
import orchard.parameter.Parameter;
import orchard.shape.Shape;
import orchard.signal.Message;

/**
 * What a mapping does. A {@link SetParameter} follows every move; all others happen once when the control is pressed, which is when
 * its shaped position comes to the upper half of its way.
 *
 * @param actions in their order; those after a {@link Wait} come later
 * @param release what is done when it is let go; may be empty
 */
public record Do(List<Action> actions, List<Action> release) {

    /** The most things one mapping does. */
    public static final int MOST = 32;

    public Do {
        actions = List.copyOf(actions);
        release = List.copyOf(release == null ? List.of() : release);
        if (actions.isEmpty()) {
            throw new IllegalArgumentException("a mapping does at least one thing");
        }
        if (actions.size() + release.size() > MOST) {
            throw new IllegalArgumentException("a mapping does at most " + MOST + " things");
        }
        if (release.stream()
                .anyMatch(a -> a instanceof SetParameter
                        || a instanceof SetOfPage
                        || a instanceof Hold
                        || a instanceof ResetMoved
                        || a instanceof Choose)) {
            throw new IllegalArgumentException(
                    "what follows the control, or ends with it, has no place on its release");
        }
    }

    /** On press only. */
    public Do(List<Action> actions) {
        this(actions, List.of());
    }

    /** One thing done. */
    public sealed interface Action {

        /** The parameter it is about, or null. */
        default Ref.ToParameter parameter() {
            return null;
        }

        /** The same about another parameter; what is about none stays as it is. */
        default Action about(Ref.ToParameter other) {
            if (this instanceof SetParameter set) {
                return new SetParameter(other, set.own());
            } else if (this instanceof SetTo set) {
                return new SetTo(other, set.value());
            } else if (this instanceof Nudge nudge) {
                return new Nudge(other, nudge.by(), nudge.around());
            } else if (this instanceof Toggle toggle) {
                return new Toggle(other, toggle.off(), toggle.on());
            } else if (this instanceof Reset) {
                return new Reset(other);
            } else if (this instanceof Hold hold) {
                return new Hold(other, hold.value());
            } else if (this instanceof Choose choose) {
                return new Choose(other, choose.values(), choose.stop());
            } else if (this instanceof Tap) {
                return new Tap(other);
            }
            return this;
        }
    }

    /**
     * Sets a parameter to the shaped value, as long as the control moves.
     *
     * @param own stages for this parameter alone, after those of the mapping
     */
    public record SetParameter(Ref.ToParameter parameter, Shape own) implements Action {
        public SetParameter {
            Objects.requireNonNull(parameter);
            own = own == null ? Shape.WHOLE : own;
        }

        /** Without stages of its own. */
        public SetParameter(Ref.ToParameter parameter) {
            this(parameter, Shape.WHOLE);
        }
    }

    /** Sets a parameter to a value of its own. */
    public record SetTo(Ref.ToParameter parameter, Value value) implements Action {}

    /**
     * Moves a parameter on from where it stands. An endless knob does it once for every step, in its direction.
     *
     * @param by in the parameter's unit; below 0 downwards
     * @param around whether it goes on at the other end
     */
    public record Nudge(Ref.ToParameter parameter, double by, boolean around) implements Action {
        public Nudge {
            if (by == 0 || !Double.isFinite(by)) {
                throw new IllegalArgumentException("a step is more or less than nothing");
            }
        }
    }

    /** Sets a parameter to {@code on}, or to {@code off} if it stands nearer to {@code on}; both in its unit. */
    public record Toggle(Ref.ToParameter parameter, double off, double on) implements Action {
        public Toggle {
            if (off == on) {
                throw new IllegalArgumentException("the two values of a toggle are the same");
            }
        }
    }

    /** Sets a parameter to its default. */
    public record Reset(Ref.ToParameter parameter) implements Action {}

    /** Sets a parameter as long as the control is held; then it returns to where it was. */
    public record Hold(Ref.ToParameter parameter, Value value) implements Action {}

    /** As long as the control is held, whatever else is moved sets its parameter to its default instead of moving it. */
    public record ResetMoved() implements Action {}

    /**
     * The first control of the mapping chooses the first value, the second the second, and so on. Pressed again, it stops.
     *
     * @param values in the parameter's unit; empty for the parameter's favourites first, then the rest
     * @param stop the value when the chosen one is pressed again, in the parameter's unit; null if then nothing happens
     */
    public record Choose(Ref.ToParameter parameter, List<Double> values, Double stop) implements Action {
        public Choose {
            values = values == null ? List.of() : List.copyOf(values);
        }

        /** What there is to choose from. */
        public List<Double> choices(Parameter of) {
            return values.isEmpty() ? of.favouritesFirst() : values;
        }
    }

    /** The first control of the mapping sets the first parameter of the device's open page, the second the second, and so on. */
    public record SetOfPage(String device) implements Action {}

    /**
     * Opens a page of a device's parameters.
     *
     * @param page its id, or "" to go on from the open one
     * @param by how many pages to go on, round at the ends; below 0 back
     * @param tag only pages with this tag are gone through; "" for all
     */
    public record OpenPage(String device, String page, int by, String tag) implements Action {
        public OpenPage {
            tag = tag == null ? "" : tag;
        }
    }

    /**
     * Recalls a preset of a device.
     *
     * @param preset its id, or "" to go on from the one that was recalled last
     * @param by how many presets to go on, in the order of their names, round at the ends; below 0 back
     * @param tag only presets with this tag, or of this type, are gone through; "" for all
     */
    public record Recall(String device, String preset, int by, String tag) implements Action {
        public Recall {
            tag = tag == null ? "" : tag;
        }
    }

    /**
     * Sets a parameter to the time between presses, or to how often they come: by its unit, {@code s}, {@code ms} and {@code Hz} as such,
     * any other in beats a minute.
     */
    public record Tap(Ref.ToParameter parameter) implements Action {

        /** The most presses that count. */
        public static final int PRESSES = 5;

        /** The longest time between two presses that belong together. */
        public static final double PAUSE_SECONDS = 3;

        /** What a time between two presses is in a unit. */
        public static double real(double seconds, String unit) {
            return switch (unit) {
                case "s" -> seconds;
                case "ms" -> seconds * 1000;
                case "Hz" -> 1 / seconds;
                default -> 60 / seconds;
            };
        }
    }

    /** Sends a message to a device. */
    public record Send(String device, Message message) implements Action {}

    /**
     * What stands after it comes later.
     *
     * @param seconds 0.001..600
     */
    public record Wait(double seconds) implements Action {
        public Wait {
            if (!(seconds >= 0.001 && seconds <= 600)) {
                throw new IllegalArgumentException("a wait lasts between 1 ms and 600 s");
            }
        }
    }

    /** Stops everything. */
    public record StopAll() implements Action {}
}
