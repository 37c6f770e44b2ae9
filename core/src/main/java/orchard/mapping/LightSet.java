package orchard.mapping;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import orchard.action.Choose;
import orchard.action.HoldNotes;
import orchard.action.RunClock;
import orchard.condition.Compared;
import orchard.condition.Condition;
import orchard.condition.IsOn;
import orchard.condition.Known;
import orchard.condition.Not;
import orchard.condition.NoteInScale;
import orchard.condition.NoteSounds;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.light.Motion;
import orchard.mapping.Show.Answer;
import orchard.mapping.Show.Rule;
import orchard.mistake.Mistake;
import orchard.parameter.Law;
import orchard.parameter.Parameter;

/** The rules that lights usually have, by what their sentence does: put there with one press, and changed afterwards like any other. */
public enum LightSet {
    TRANSPORT("green while it is on, red while it is not", "green", "red", 100),
    MUTE("amber while it is on, a dim amber otherwise", "amber", "amber", 15),
    SOLO("yellow while it is on, a dim yellow otherwise", "yellow", "yellow", 15),
    ARM("red while it is on, a dim red otherwise", "red", "red", 15),
    CHOSEN("white while it is the one, a dim blue otherwise", "white", "blue", 25),
    LAYER("violet while it is on, a dim violet otherwise", "violet", "violet", 15),
    LEVEL("green, amber in the upper third, red at the top", "green", "amber", 100),
    SCALE("roots blue, the rest of the scale dim, what sounds green", "blue", "white", 10);

    /** The variables that say which scale is played, as {@link #SCALE} asks them: a root, 0 for C, and the name of a scale. */
    public static final Ref.ToParameter ROOT = new Ref.ToParameter("variables", "root");

    public static final Ref.ToParameter SCALE_ON_ROOT = new Ref.ToParameter("variables", "scale");

    private static final Look UNKNOWN = Look.in("white").at(15).with(Motion.BREATHING);

    private final String words;
    private final String on;
    private final String off;
    private final int dim;

    LightSet(String words, String on, String off, int dim) {
        this.words = words;
        this.on = on;
        this.off = off;
        this.dim = dim;
    }

    /** What it looks like, in words. */
    public String words() {
        return words;
    }

    /** The one that suits what a sentence does, by the name of what it sets; empty where none is usual. */
    public static Optional<LightSet> usual(Mapping mapping, Directory names) {
        if (mapping.target().isEmpty()) {
            boolean isLayer = mapping.everyAction()
                    .anyMatch(action -> !action.layers(names).isEmpty());
            return lit(mapping, names).map(condition -> isLayer ? LAYER : CHOSEN);
        }
        Parameter parameter = mapping.target().flatMap(names::parameter).orElse(null);
        if (parameter == null || !parameter.hasNames() && mapping.everyAction().noneMatch(Choose.class::isInstance)) {
            return Optional.empty();
        }
        if (mapping.everyAction().anyMatch(Choose.class::isInstance)) {
            return Optional.of(CHOSEN);
        }
        String name = parameter.name().toLowerCase(Locale.ROOT);
        if (name.contains("mute")) {
            return Optional.of(MUTE);
        } else if (name.contains("solo")) {
            return Optional.of(SOLO);
        } else if (name.matches(".*(arm|record).*")) {
            return Optional.of(ARM);
        } else if (isPlayback(name, parameter)) {
            return Optional.of(TRANSPORT);
        }
        return Optional.of(parameter.count() == 2 ? MUTE : CHOSEN);
    }

    private static boolean isPlayback(String name, Parameter parameter) {
        return name.contains("play")
                || parameter.law() instanceof Law.Named named && named.names().contains("playing");
    }

    /**
     * A light's answer by these rules.
     *
     * @throws Mistake if the sentence does nothing that could be on or off
     */
    public Answer of(Answer answer, Mapping mapping, Directory names) {
        Optional<Ref.ToParameter> target =
                mapping.target().filter(one -> names.parameter(one).isPresent());
        List<Rung> rungs = new ArrayList<>();
        if (this == SCALE) {
            rungs.add(new Rung(new NoteSounds(), Rule.ON, Look.in("green")));
            rungs.add(new Rung(new NoteInScale(ROOT, Ref.ToParameter.NONE), Rule.ON, Look.in(on)));
            rungs.add(new Rung(
                    new NoteInScale(ROOT, SCALE_ON_ROOT), Rule.ON, Look.in(off).at(dim)));
            return answer.with(rungs).otherwise(Rule.OFF, Look.USUAL);
        }
        target.ifPresent(one -> rungs.add(new Rung(new Not(new Known(one)), Rule.ON, UNKNOWN)));
        if (this == LEVEL) {
            Ref.ToParameter one =
                    target.orElseThrow(() -> new Mistake("it sets no parameter whose level could be shown"));
            Parameter parameter = names.parameter(one).orElseThrow();
            rungs.add(new Rung(above(one, parameter, 0.95), Rule.ON, Look.in("red")));
            rungs.add(new Rung(above(one, parameter, 0.67), Rule.ON, Look.in(off)));
            rungs.add(new Rung(above(one, parameter, 0.02), Rule.ON, Look.in(on)));
            return answer.with(rungs).otherwise(Rule.OFF, Look.USUAL);
        }
        Condition lit = lit(mapping, names)
                .orElseThrow(
                        () -> new Mistake("it does nothing that could be on or off, so that these rules say nothing"));
        rungs.add(new Rung(lit, Rule.ON, Look.in(on)));
        return answer.with(rungs).otherwise(Rule.ON, Look.in(off).at(dim));
    }

    private static Compared above(Ref.ToParameter ref, Parameter parameter, double share) {
        return new Compared(ref, Compared.Is.ABOVE, parameter.real(share), 0);
    }

    /** When what a sentence does is done; empty if it does nothing that could be. */
    private static Optional<Condition> lit(Mapping mapping, Directory names) {
        boolean sets = mapping.target().flatMap(names::parameter).isPresent();
        boolean switches = mapping.everyAction()
                .anyMatch(action -> !action.layers(names).isEmpty()
                        || action.bringsUnder(names).isPresent()
                        || action instanceof HoldNotes
                        || action instanceof RunClock);
        return sets || switches ? Optional.of(new IsOn()) : Optional.empty();
    }
}
