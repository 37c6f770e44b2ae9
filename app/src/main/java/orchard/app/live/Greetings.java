package orchard.app.live;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import orchard.signal.Identity;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;
import org.springframework.stereotype.Component;

/**
 * Tries greetings on devices whose own is not known: says one after another until the device speaks plainly. A MIDI device is told the next one when it was touched and
 * still spoke its own language, so the answer is never a guess; an OSC device when it told nothing for a second. Goes on only while somebody looks. Safe for several threads.
 */
@Component
public final class Greetings {

    /** What comes so soon after a greeting was on its way before. */
    private static final long ON_ITS_WAY_MICROS = 80_000;

    private static final long TELLS_MICROS = 1_000_000;
    /** An OSC device that was asked for its values tells more than what a hand may just be moving. */
    private static final int TELLS = 3;

    private static final int MOST = 200;

    /**
     * How a trial goes.
     *
     * @param tried how many were tried before this one
     * @param said what the device said that decided it, or null
     * @param found whether {@link #greeting} is the one
     */
    public record Trial(List<List<Message>> all, int tried, Message said, boolean found) {

        /** The one that is tried now, or that was found; nothing when all were tried. */
        public Optional<List<Message>> greeting() {
            return tried < all.size() ? Optional.of(all.get(tried)) : Optional.empty();
        }

        /** Whether nothing more is tried. */
        public boolean over() {
            return found || tried >= all.size();
        }
    }

    private static final class Running {
        Trial trial;
        long after;
        long micros;
    }

    private final EngineRoom engine;
    private final SignalLog log;
    private final Map<String, Running> running = new HashMap<>();

    Greetings(EngineRoom engine, SignalLog log) {
        this.engine = engine;
        this.log = log;
    }

    /** Begins to try these on a device, the likeliest first. */
    public synchronized void tryOn(String device, List<List<Message>> greetings) {
        Running trial = new Running();
        trial.trial = new Trial(List.copyOf(greetings), 0, null, false);
        running.put(device, trial);
        say(device, trial);
    }

    /** Tries nothing more on a device. */
    public synchronized void end(String device) {
        running.remove(device);
    }

    private void say(String device, Running trial) {
        trial.after = log.last();
        trial.micros = System.currentTimeMillis() * 1_000;
        trial.trial
                .greeting()
                .ifPresent(greeting -> greeting.forEach(message -> engine.say(device, message, "greeting to try")));
    }

    /** How the trial on a device stands; looks at what it said, and goes on. */
    public synchronized Optional<Trial> look(String device) {
        Running trial = running.get(device);
        if (trial == null) {
            return Optional.empty();
        }
        if (!trial.trial.over()) {
            List<SignalLog.Entry> said = log.between(
                    trial.after,
                    Long.MAX_VALUE,
                    MOST,
                    entry -> entry.direction() == SignalLog.Direction.IN
                            && entry.device().equals(device)
                            && Identity.of(entry.message()).isEmpty());
            look(device, trial, said);
        }
        return Optional.of(trial.trial);
    }

    private void look(String device, Running trial, List<SignalLog.Entry> said) {
        Trial now = trial.trial;
        for (SignalLog.Entry entry : said) {
            if (entry.message() instanceof MidiMessage midi && midi.channel() > 0) {
                trial.trial = new Trial(now.all(), now.tried(), midi, true);
                return;
            } else if (entry.message() instanceof MidiMessage.SysEx
                    && entry.micros() - trial.micros > ON_ITS_WAY_MICROS) {
                next(device, trial, entry.message());
                return;
            }
        }
        List<Message> told = said.stream()
                .map(SignalLog.Entry::message)
                .filter(OscMessage.class::isInstance)
                .toList();
        long addresses = told.stream()
                .map(message -> ((OscMessage) message).address())
                .distinct()
                .count();
        boolean isOsc = now.greeting().stream().flatMap(List::stream).anyMatch(OscMessage.class::isInstance);
        if (addresses >= TELLS) {
            trial.trial = new Trial(now.all(), now.tried(), told.get(told.size() - 1), true);
        } else if (isOsc && System.currentTimeMillis() * 1_000 - trial.micros > TELLS_MICROS) {
            next(device, trial, null);
        }
    }

    private void next(String device, Running trial, Message said) {
        trial.trial = new Trial(trial.trial.all(), trial.trial.tried() + 1, said, false);
        say(device, trial);
    }
}
