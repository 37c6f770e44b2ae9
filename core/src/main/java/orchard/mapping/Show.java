package orchard.mapping;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import java.util.Objects;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.light.Light;
import orchard.mistake.Mistake;

/** Which lights answer, each by which rule. The answer follows the first parameter the mapping sets. */
public record Show(List<Answer> answers) {

    public Show {
        answers = List.copyOf(answers);
    }

    /**
     * One light's answer: the first of its rules that holds says what it shows, and where none does the last part.
     *
     * @param rule what it shows where no rule holds
     * @param look how it shows that
     * @param rungs its rules, the first one first
     * @param rank among the answers of one layer on the same light: the lowest is asked first
     */
    public record Answer(
            Ref.ToLight light,
            Rule rule,

            @JsonInclude(value = JsonInclude.Include.CUSTOM, valueFilter = Look.Usual.class)
            Look look,

            @JsonInclude(JsonInclude.Include.NON_EMPTY) List<Rung> rungs,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) int rank) {

        /** The most rules of a light. */
        public static final int MOST = 16;

        public Answer {
            look = look == null ? Look.USUAL : look;
            rungs = rungs == null ? List.of() : List.copyOf(rungs);
            if (rungs.size() > MOST) {
                throw new Mistake("rungs", "a light has at most " + MOST + " rules");
            }
        }

        /** As a light does by itself. */
        public Answer(Ref.ToLight light, Rule rule) {
            this(light, rule, Look.USUAL, List.of(), 0);
        }

        /** Whether it always shows where the parameter stands that its mapping sets, and nothing else. */
        public boolean follows() {
            return rule == Rule.VALUE && rungs.isEmpty() && look.of() == null;
        }

        /** What it shows and while what, in words. */
        public String words(Directory names) {
            return rungs.stream()
                            .map(rung -> rung.look().words(rung.rule(), names) + " while "
                                    + rung.during().words(names) + ", otherwise ")
                            .collect(Collectors.joining())
                    + look.words(rule, names);
        }

        /** The same in few words: of several rules only which colours they show. */
        public String shortly(Directory names) {
            if (rungs.isEmpty()) {
                return look.words(rule, names);
            }
            String colours = Stream.concat(rungs.stream().map(Rung::look), Stream.of(look))
                    .map(Look::colour)
                    .filter(colour -> !colour.isEmpty())
                    .distinct()
                    .collect(Collectors.joining(", "));
            return (colours.isEmpty() ? "" : colours + " ") + "by "
                    + (rungs.size() == 1 ? "a rule" : rungs.size() + " rules");
        }

        /** The same with other rules. */
        public Answer with(List<Rung> others) {
            return new Answer(light, rule, look, others, rank);
        }

        /** The same, showing something else where no rule holds. */
        public Answer otherwise(Rule other, Look how) {
            return new Answer(light, other, how, rungs, rank);
        }

        /** The same, asked earlier or later. */
        public Answer ranked(int other) {
            return new Answer(light, rule, look, rungs, other);
        }

        /** The same on another light. */
        public Answer on(Ref.ToLight other) {
            return new Answer(other, rule, look, rungs, rank);
        }

        /** The parameters it shows besides the one that its mapping sets. */
        public Stream<Ref.ToParameter> others() {
            return Stream.concat(Stream.of(look), rungs.stream().map(Rung::look))
                    .map(Look::of)
                    .filter(Objects::nonNull);
        }

        /** The same about other parameters. */
        public Answer about(UnaryOperator<Ref.ToParameter> other) {
            return new Answer(
                    light,
                    rule,
                    about(look, other),
                    rungs.stream()
                            .map(rung -> new Rung(rung.during().about(other), rung.rule(), about(rung.look(), other)))
                            .toList(),
                    rank);
        }

        private static Look about(Look look, UnaryOperator<Ref.ToParameter> other) {
            return look.of() == null ? look : look.about(other.apply(look.of()));
        }
    }

    /** How the parameter becomes what the light shows. */
    public enum Rule {
        /** The value: its place for rings and motors, its text for displays. */
        VALUE("its value"),
        /** Lit while the parameter is in the upper half of its way. */
        ON_OFF("on or off"),
        /** Lit. */
        ON("lit"),
        /** Dark. */
        OFF("dark"),
        /** The parameter's name, and its value while it is moved and for a moment after. */
        NAME("its name"),
        /** What its control chooses, with a mark while that is chosen. */
        CHOICE("its choice");

        private final String words;

        Rule(String words) {
            this.words = words;
        }

        /** In plain words. */
        public String words() {
            return words;
        }

        /** What a light of its kind is good at. */
        public static Rule usual(Light light) {
            return light.kind().onOff() ? ON_OFF : VALUE;
        }
    }
}
