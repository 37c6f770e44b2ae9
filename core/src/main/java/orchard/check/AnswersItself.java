package orchard.check;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import orchard.action.Action;
import orchard.action.SayMessage;
import orchard.form.MessageForm;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.trigger.MessageHeard;

/** A sentence that waits for a message like the one it says to the same device: if that says it back, it goes round. */
record AnswersItself() implements Surprise {

    private static final double[] TRIED = {0, 0.5, 1};

    @Override
    public String title() {
        return "Sentences that their own message would set off";
    }

    @Override
    public boolean ofRig() {
        return true;
    }

    @Override
    public List<Finding> look(Scene scene) {
        List<Finding> findings = new ArrayList<>();
        for (Mapping mapping : scene.rig().mappings()) {
            List<MessageHeard> heard = mapping.when().also().stream()
                    .flatMap(trigger -> trigger instanceof MessageHeard one ? Stream.of(one) : Stream.empty())
                    .toList();
            if (heard.isEmpty()) {
                continue;
            }
            mapping.everyAction()
                    .flatMap(action -> action instanceof SayMessage one ? Stream.of(one) : Stream.empty())
                    .filter(said -> heard.stream().anyMatch(one -> isLike(one, said)))
                    .findFirst()
                    .ifPresent(said -> findings.add(new Finding(
                            this,
                            mapping.cause(scene.names()) + ": what it says would set it off again",
                            "It says “" + said.form().text() + "” to " + Action.name(said.device(), scene.names())
                                    + ". If that says back what it hears, the two go on until Orchard cuts it; another"
                                    + " channel, or a number that is fixed, keeps them apart.",
                            new Finding.Place(Finding.Page.MAP, mapping.id(), ""))));
        }
        return findings;
    }

    private static boolean isLike(MessageHeard heard, SayMessage said) {
        if (!heard.devices().isEmpty() && !heard.devices().contains(said.device())) {
            return false;
        }
        for (double at : TRIED) {
            try {
                if (heard.form().read(said.form().message(name -> value(said.form(), name, at))) != null) {
                    return true;
                }
            } catch (Mistake unsaid) {
                return false; // it cannot be said at all, and that is another finding
            }
        }
        return false;
    }

    private static Object value(MessageForm form, String name, double at) {
        double[] ends = form.ends(name);
        return Double.isNaN(ends[0]) ? (Object) "a" : ends[0] + (ends[1] - ends[0]) * at;
    }
}
