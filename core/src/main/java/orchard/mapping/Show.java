package orchard.mapping;

import java.util.List;
import orchard.gear.Ref;
import orchard.light.Light;

/** Which lights answer, each by which rule. The answer follows the first parameter the mapping sets. */
public record Show(List<Answer> answers) {

    public Show {
        answers = List.copyOf(answers);
    }

    /** One light's answer. */
    public record Answer(Ref.ToLight light, Rule rule) {}

    /** How the parameter becomes what the light shows. */
    public enum Rule {
        /** The value: its place for rings and motors, its text for displays. */
        VALUE,
        /** Lit while the parameter is in the upper half of its way. */
        ON_OFF;

        /** What a light of its kind is good at. */
        public static Rule usual(Light light) {
            return light.kind().onOff() ? ON_OFF : VALUE;
        }
    }
}
