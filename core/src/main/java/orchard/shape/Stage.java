package orchard.shape;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;

/**
 * One step of a {@link Shape}. Every stage states what it takes and what it gives. A <em>control position</em> is 0..1 over the
 * control's whole way; an endless control that is counted goes on beyond, 1 being one turn. A <em>real value</em> is in the
 * parameter's unit.
 *
 * <p>A new one is a file, and a line in each of the two lists here.
 */
public sealed interface Stage
        permits Accumulate,
                Bypassed,
                Clamp,
                Curve,
                DeadBand,
                Fold,
                Formula,
                Invert,
                LookUp,
                Rate,
                Scale,
                Smooth,
                Snap,
                Switch,
                Wrap,
                Zone {

    /** Where a stage may stand. */
    enum Side {
        /** Before the value crosses over to the parameter. */
        CONTROL,
        /** Takes the value across. */
        CROSSING,
        /** After it has crossed over. */
        PARAMETER,
        /** On whichever side the value is. */
        EITHER
    }

    /**
     * The kinds that can be added, in the order in which they are offered.
     *
     * @param name by which it is chosen
     * @param help what it does, in half a sentence
     * @param fresh makes a new one for a parameter; throws an {@link Mistake} where none fits it
     */
    enum Kind {
        INVERT("invert", "turns the control round", parameter -> new Invert()),
        CURVE("curve", "bends the way", parameter -> new Curve(Curve.Form.GAMMA, 2, List.of())),
        DEAD_BAND("dead band", "rests around a place", parameter -> new DeadBand(0.5, 0.1)),
        SWITCH("switch", "two thresholds", parameter -> new Switch(0.45, 0.55)),
        ZONE("zone", "one stretch of the way", parameter -> new Zone(0, 0.5, 0, 0.5, false)),
        ACCUMULATE(
                "accumulate",
                "how far an endless knob's step goes",
                parameter -> new Accumulate(1, 1, false, null, Accumulate.TENTH)),
        SCALE("scale", "a range in real units", Scale::whole),
        LOOK_UP("look-up", "names in your order", LookUp::all),
        CLAMP(
                "clamp",
                "keeps within two ends",
                parameter ->
                        new Clamp(parameter.range().low(), parameter.range().high())),
        WRAP(
                "wrap",
                "goes on at the other end",
                parameter -> new Wrap(parameter.range().low(), parameter.range().high())),
        FOLD(
                "fold",
                "turns back at the ends",
                parameter -> new Fold(parameter.range().low(), parameter.range().high())),
        SNAP("snap", "whole steps only", Snap::fitting),
        SMOOTH("smooth", "follows with a delay", parameter -> new Smooth(0.2)),
        RATE("rate", "never moves faster than this", parameter -> new Rate(1)),
        FORMULA("formula", "computes with x", parameter -> new Formula("x"));

        private final String words;
        private final String help;
        private final Function<Parameter, Stage> fresh;

        Kind(String words, String help, Function<Parameter, Stage> fresh) {
            this.words = words;
            this.help = help;
            this.fresh = fresh;
        }

        /** By which it is chosen. */
        public String words() {
            return words;
        }

        /** What it does, in half a sentence. */
        public String help() {
            return help;
        }

        /**
         * A stage of this kind as it is when it is new.
         *
         * @throws Mistake if none fits the parameter
         */
        public Stage fresh(Parameter parameter) {
            return fresh.apply(parameter);
        }

        /** The kind of that name. */
        public static Optional<Kind> named(String words) {
            return Arrays.stream(values())
                    .filter(kind -> kind.words.equals(words))
                    .findFirst();
        }
    }

    /** What it is; of one that is bypassed, what it would be. */
    Kind kind();

    /** Where it may stand. */
    Side side();

    /** What it gives when it takes this. */
    Medium gives(Medium taken);

    /** What it is given of what there is; a position of the parameter is made a real value for those who want one. */
    default Medium takes(Medium offered) {
        return side() == Side.PARAMETER || side() == Side.EITHER && offered == Medium.POSITION ? Medium.REAL : offered;
    }

    /** How it reads behind a comma: “wrapped −270° to 270°”. */
    String words(Optional<Parameter> parameter);

    /** What a person fills in. */
    List<Field> fields(Parameter parameter);

    /**
     * Another one of its kind, as it was filled in.
     *
     * @throws orchard.parameter.Mistake if something typed cannot be
     */
    Stage filled(Typed typed, Parameter parameter);

    /**
     * What it does on one parameter.
     *
     * @param taken what it is given, see {@link #takes}
     * @throws Mistake if it does not fit the parameter
     */
    StageFunction on(Parameter parameter, Medium taken);

    /** Leads to the visitor's method for this stage. */
    <R> R accept(Visitor<R> visitor);

    /**
     * Somebody who has to know of every stage.
     *
     * @param <R> what comes of it
     */
    interface Visitor<R> {
        R accumulate(Accumulate stage);

        R bypassed(Bypassed stage);

        R clamp(Clamp stage);

        R curve(Curve stage);

        R deadBand(DeadBand stage);

        R fold(Fold stage);

        R formula(Formula stage);

        R invert(Invert stage);

        R lookUp(LookUp stage);

        R rate(Rate stage);

        R scale(Scale stage);

        R smooth(Smooth stage);

        R snap(Snap stage);

        R switching(Switch stage);

        R wrap(Wrap stage);

        R zone(Zone stage);
    }
}
