package orchard.app.live;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import orchard.engine.Event;
import orchard.engine.Trace;
import orchard.gear.Device;
import orchard.outcome.NobodyListens;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;
import org.springframework.stereotype.Component;

/** What devices said lately that nothing in the rig is about: moved on a device, it tells what a parameter may be. Safe for several threads. */
@Component
public final class Unheard {

    private static final int MOST = 8;
    private static final int MOST_SPOKEN = 64;
    private static final int MOST_SAID = 8_192;
    private static final int MOST_STRANGERS = 16;
    private static final String STRANGER = "osc:";

    /**
     * Something heard.
     *
     * @param address as a table of parameters has it
     * @param low the lowest number heard
     * @param high the highest number heard
     */
    public record Heard(String address, double low, double high) {
        private Heard and(double number) {
            return new Heard(address, Math.min(low, number), Math.max(high, number));
        }
    }

    private final Map<String, Map<String, Heard>> byDevice = new LinkedHashMap<>();
    private final Map<String, Set<String>> said = new LinkedHashMap<>();
    private final Map<String, Map<Integer, MidiMessage>> spoken = new LinkedHashMap<>();

    /** Takes a trace; true if its device said something nobody listens to. */
    synchronized boolean take(Trace trace) {
        if (trace.event() instanceof Event.Arrived any
                && any.message() instanceof OscMessage osc
                && !isStranger(any.device())) {
            Set<String> all = said.computeIfAbsent(any.device(), d -> new HashSet<>());
            if (all.size() < MOST_SAID) {
                all.add(osc.address());
            }
        }
        if (!(trace.event() instanceof Event.Arrived arrived) || trace.first(NobodyListens.class) == null) {
            return false;
        }
        if (arrived.message() instanceof MidiMessage midi && midi.channel() > 0) {
            Map<Integer, MidiMessage> lately = spoken.computeIfAbsent(arrived.device(), d -> new LinkedHashMap<>());
            lately.put(midi.key(), midi);
            if (lately.size() > MOST_SPOKEN) {
                lately.remove(lately.keySet().iterator().next());
            }
        }
        Heard heard = heard(arrived.message());
        if (heard == null) {
            return false;
        }
        Map<String, Heard> lately = lately(arrived.device());
        Heard before = lately.remove(heard.address());
        lately.put(heard.address(), before == null ? heard : before.and(heard.low()));
        if (lately.size() > MOST) {
            lately.remove(lately.keySet().iterator().next());
        }
        return true;
    }

    /** Of those in no rig, who may say anything under any name, only the last ones are kept. */
    private Map<String, Heard> lately(String device) {
        if (isStranger(device)) {
            Map<String, Heard> before = byDevice.remove(device);
            byDevice.put(device, before == null ? new LinkedHashMap<>() : before);
            List<String> strangers =
                    byDevice.keySet().stream().filter(Unheard::isStranger).toList();
            if (strangers.size() > MOST_STRANGERS) {
                byDevice.remove(strangers.get(0));
            }
        }
        return byDevice.computeIfAbsent(device, d -> new LinkedHashMap<>());
    }

    private static boolean isStranger(String device) {
        return device.startsWith(STRANGER);
    }

    private static Heard heard(Message message) {
        if (message instanceof OscMessage osc && Double.isFinite(osc.number(0))) {
            return new Heard(osc.address(), osc.number(0), osc.number(0));
        } else if (message instanceof MidiMessage.ControlChange cc) {
            return new Heard("CC %d, ch %d".formatted(cc.number(), cc.channel()), cc.value(), cc.value());
        } else if (message instanceof MidiMessage.ProgramChange program) {
            return new Heard("program change, ch " + program.channel(), program.program(), program.program());
        }
        return null;
    }

    /** The channels, 1..16, on which a device said lately what one of its controls says on another, and that none of them uses itself. */
    public synchronized List<Integer> spareChannels(Device device) {
        return spoken.getOrDefault(device.id(), Map.of()).values().stream()
                .filter(message -> device.profile().saysOnAnotherChannel(message))
                .map(MidiMessage::channel)
                .filter(channel -> !device.profile().channels().contains(channel))
                .distinct()
                .sorted()
                .toList();
    }

    /** The OSC addresses to which those spoke lately that are in no rig, the newest of them. */
    public synchronized List<String> ofStrangers() {
        return byDevice.entrySet().stream()
                .filter(entry -> isStranger(entry.getKey()))
                .flatMap(entry -> entry.getValue().keySet().stream())
                .collect(Collectors.collectingAndThen(
                        Collectors.toList(), all -> all.subList(Math.max(0, all.size() - MOST_STRANGERS), all.size())));
    }

    /** The OSC addresses to which a device spoke since Orchard began. */
    public synchronized Set<String> said(String device) {
        return Set.copyOf(said.getOrDefault(device, Set.of()));
    }

    /** What a device said lately, the newest first. */
    public synchronized List<Heard> of(String device) {
        List<Heard> lately =
                new ArrayList<>(byDevice.getOrDefault(device, Map.of()).values());
        Collections.reverse(lately);
        return lately;
    }
}
