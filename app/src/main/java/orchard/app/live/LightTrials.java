package orchard.app.live;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import orchard.gear.Control;
import orchard.light.Letters;
import orchard.recognise.LightSearch;
import orchard.signal.Message;
import org.springframework.stereotype.Component;

/** Tries the lights of devices, one {@link LightSearch} a device: what it wants said is sent, and made dark again when it is answered. Safe for several threads. */
@Component
public final class LightTrials {

    private final EngineRoom engine;
    private final Map<String, LightSearch> running = new HashMap<>();

    LightTrials(EngineRoom engine) {
        this.engine = engine;
    }

    /** Begins anew with a device. */
    public synchronized void begin(String device, List<Control> controls, List<Letters> displays) {
        end(device);
        LightSearch search = new LightSearch(controls, displays);
        running.put(device, search);
        sayNow(device, search);
    }

    /** The search on a device, if one goes on. What it says is looked at only; it goes on by {@link #answer}. */
    public synchronized Optional<LightSearch> of(String device) {
        return Optional.ofNullable(running.get(device));
    }

    /** A person says which controls lit up. */
    public synchronized void answer(String device, Set<String> lit) {
        goOn(device, search -> search.answer(lit));
    }

    /** What is tried now is passed over. */
    public synchronized void skip(String device) {
        goOn(device, LightSearch::skip);
    }

    /** Ends it; what was found and not kept is forgotten. */
    public synchronized void end(String device) {
        goOn(device, search -> running.remove(device));
    }

    private void goOn(String device, Consumer<LightSearch> way) {
        LightSearch search = running.get(device);
        if (search != null) {
            if (search.step() != null) {
                say(device, search.step().after());
            }
            way.accept(search);
            sayNow(device, search);
        }
    }

    private void sayNow(String device, LightSearch search) {
        if (search.step() != null && running.containsValue(search)) {
            say(device, search.step().say());
        }
    }

    private void say(String device, List<Message> messages) {
        messages.forEach(message -> engine.say(device, message, "light to try"));
    }
}
