package orchard.app.live;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import orchard.engine.Trace;
import orchard.outcome.LoopCut;
import orchard.outcome.LoopFreed;
import orchard.outcome.Outcome;
import org.springframework.stereotype.Component;

/** The mappings that were found to go round without end, and are muted until they are edited or freed. Safe for several threads. */
@Component
public final class Loops {

    private final Map<String, LoopCut> cut = new ConcurrentHashMap<>();
    private final Names names;

    Loops(Names names) {
        this.names = names;
    }

    /** Takes a trace; true if a mapping was muted or freed in it. */
    boolean take(Trace trace) {
        boolean news = false;
        for (Outcome outcome : trace.outcomes()) {
            if (outcome instanceof LoopCut one) {
                cut.put(one.mapping(), one);
                news = true;
            } else if (outcome instanceof LoopFreed freed) {
                news |= cut.remove(freed.mapping()) != null;
            }
        }
        return news;
    }

    /** What is the matter with each muted mapping, in a sentence, by its id. */
    public Map<String, String> muted() {
        Map<String, String> muted = new LinkedHashMap<>();
        cut.forEach((mapping, outcome) -> muted.put(mapping, outcome.words(names)));
        return muted;
    }
}
