package orchard.text;

import java.util.ArrayList;
import java.util.List;
import orchard.text.grammar.SentencesParser.ActionContext;
import orchard.text.grammar.SentencesParser.BranchContext;
import orchard.text.grammar.SentencesParser.ParameterContext;
import orchard.text.grammar.SentencesParser.SentenceContext;
import org.antlr.v4.runtime.ParserRuleContext;

/** Where the clauses of one sentence stand in its text: to be chosen anew where they stand. */
public final class Phrases {

    /**
     * A clause in a text.
     *
     * @param clause “when”, “layers”, “while”, “shape”, “do” or “show”
     * @param branch the case it belongs to, from 0
     * @param from where it begins, in characters
     * @param to behind its end
     */
    public record Place(String clause, int branch, int from, int to) {}

    private Phrases() {}

    /** The clauses of a sentence, in the order of the text; none if it cannot be read. */
    public static List<Place> of(String text) {
        SentenceContext sentence = Sheet.tree(text);
        List<Place> places = new ArrayList<>();
        if (sentence != null) {
            new Finding(text, places).sentence(sentence);
        }
        return places;
    }

    /** What was found in a text until now. */
    private record Finding(String text, List<Place> places) {

        void sentence(SentenceContext sentence) {
            if (sentence.when().controls() != null) {
                sentence.when().controls().run().forEach(run -> add("when", 0, run));
            }
            sentence.when().trigger().forEach(trigger -> add("when", 0, trigger));
            sentence.layer().forEach(layer -> add("layers", 0, layer));
            List<BranchContext> branches = sentence.cases().branch();
            for (int i = 0; i < branches.size(); i++) {
                branch(i, branches.get(i));
            }
            if (sentence.show() != null) {
                sentence.show().answer().forEach(answer -> add("show", 0, answer));
            }
        }

        private void branch(int number, BranchContext branch) {
            if (branch.condition() != null) {
                add("while", number, branch.condition());
            }
            if (branch.shape() != null) {
                add("shape", number, branch.shape());
            }
            branch.actions().forEach(actions -> actions.action().forEach(action -> add("do", number, what(action))));
        }

        /** What an action is about, if that is a parameter, or else the action. */
        private static ParserRuleContext what(ActionContext action) {
            return action.children.stream()
                    .filter(ParameterContext.class::isInstance)
                    .map(ParserRuleContext.class::cast)
                    .findFirst()
                    .orElse(action);
        }

        private void add(String clause, int branch, ParserRuleContext of) {
            int begin = text.offsetByCodePoints(0, of.getStart().getStartIndex());
            int end = text.offsetByCodePoints(0, of.getStop().getStopIndex() + 1);
            places.add(new Place(clause, branch, begin, end));
        }
    }
}
