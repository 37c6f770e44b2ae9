package orchard.app.port;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.MidiUnavailableException;
import javax.sound.midi.Sequencer;
import javax.sound.midi.Synthesizer;
import orchard.app.Daemon;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The machine's MIDI ports, looked for every second and opened as they come. */
final class MachineMidi implements Port.Source {

    private static final Logger LOG = LoggerFactory.getLogger(MachineMidi.class);

    private final Map<String, MidiPort> ports = new ConcurrentHashMap<>();
    private final Set<String> held = ConcurrentHashMap.newKeySet();
    private final Port.Listener listener;
    private final Runnable changed;
    private final ScheduledExecutorService scan = Daemon.scheduler("midi scan");

    /** @param changed is run on the scan's thread after ports came or went */
    MachineMidi(Port.Listener listener, Runnable changed) {
        this.listener = listener;
        this.changed = changed;
    }

    @Override
    public void start() {
        scan.scheduleWithFixedDelay(this::look, 0, 1, TimeUnit.SECONDS);
    }

    @Override
    public List<Port> ports() {
        return List.copyOf(ports.values());
    }

    @Override
    public Set<String> held() {
        return Set.copyOf(held);
    }

    /** A pair of ends with one name. */
    private record Ends(MidiDevice input, MidiDevice output) {}

    /** Looks now; safe to call from any thread. */
    @Override
    public synchronized void look() {
        try {
            Map<String, Ends> found = found();
            boolean any = held.retainAll(found.keySet());
            for (String name : new TreeSet<>(ports.keySet())) {
                if (!found.containsKey(name)
                        || !ports.get(name)
                                .sameAs(found.get(name).input(), found.get(name).output())) {
                    ports.remove(name).close();
                    any = true;
                }
            }
            for (Map.Entry<String, Ends> entry : found.entrySet()) {
                if (!ports.containsKey(entry.getKey())) {
                    any |= open(entry.getKey(), entry.getValue());
                }
            }
            if (any) {
                changed.run();
            }
        } catch (RuntimeException e) {
            LOG.warn("MIDI ports could not be looked for: {}", e.toString());
        }
    }

    /** Opens a port anew that says nothing any more: its cable may have been pulled and plugged without anybody telling. */
    private void reopen(MidiPort port) {
        scan.execute(() -> {
            synchronized (this) {
                if (ports.remove(port.name(), port)) {
                    port.close();
                    look();
                }
            }
        });
    }

    private boolean open(String name, Ends ends) {
        try {
            ports.put(name, new MidiPort(name, ends.input(), ends.output(), listener, this::reopen));
            held.remove(name);
            return true;
        } catch (MidiUnavailableException e) {
            boolean news = held.add(name);
            if (news) {
                LOG.warn("MIDI port {} cannot be opened: {}", name, e.getMessage());
            }
            return news;
        }
    }

    private static Map<String, Ends> found() {
        Map<String, Ends> found = new LinkedHashMap<>();
        for (MidiDevice.Info info : MidiSystem.getMidiDeviceInfo()) {
            MidiDevice device;
            try {
                device = MidiSystem.getMidiDevice(info);
            } catch (MidiUnavailableException | IllegalArgumentException e) {
                continue; // unplugged between the two calls
            }
            if (device instanceof Synthesizer || device instanceof Sequencer) {
                continue;
            }
            Ends ends = found.getOrDefault(info.getName(), new Ends(null, null));
            boolean input = device.getMaxTransmitters() != 0;
            found.put(
                    info.getName(),
                    new Ends(input && ends.input() == null ? device : ends.input(), input ? ends.output() : device));
        }
        return found;
    }

    @Override
    public void close() {
        scan.shutdownNow();
        ports.values().forEach(MidiPort::close);
    }
}
