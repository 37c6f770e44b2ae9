package orchard.outcome;

import java.util.List;
import java.util.Optional;
import orchard.gear.Ref;
import orchard.outcome.Line.Tone;
import orchard.signal.Message;

/** A light was told what to show. */
public record LightShown(Ref.ToLight light, String text, Message message) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        return List.of(Line.of(
                Tone.OUT,
                "“" + text + "” was shown on " + telling.words(light) + " of " + telling.device(light.device()) + ": "
                        + message.words() + "."));
    }

    @Override
    public Optional<Sent> sent() {
        return Optional.of(new Sent(light.device(), message));
    }
}
