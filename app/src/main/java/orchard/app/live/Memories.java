package orchard.app.live;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import orchard.app.port.PortRoom;
import orchard.app.store.RigKeeper;
import orchard.engine.Event;
import orchard.engine.Trace;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.memory.Memory;
import orchard.memory.MemoryFormat;
import orchard.memory.MemoryImage;
import orchard.mistake.Mistake;
import orchard.outcome.OfMemory;
import orchard.outcome.PresenceChanged;
import orchard.signal.MidiMessage;
import org.springframework.stereotype.Component;

/**
 * What devices with a memory of their own hold, against what the rig says. A memory is read as soon as its device is there; it is written
 * only when a person says so. Safe for several threads.
 */
@Component
public final class Memories {

    /**
     * How a device's memory stands to the rig.
     *
     * @param status what is going on
     * @param differences where they differ; empty if they agree or it is not known
     * @param known whether what the device holds is known
     * @param trouble why the rig's programme cannot be on the device, or ""
     */
    public record Standing(
            Memory.Status status, List<MemoryFormat.Difference> differences, boolean known, String trouble) {

        /** Whether something has to be decided or mended. */
        public boolean wantsAttention() {
            return !differences.isEmpty()
                    || status.state() == Memory.State.INTERRUPTED
                    || status.state() == Memory.State.FAILED
                    || status.state() == Memory.State.AWAY && !status.text().isEmpty()
                    || !trouble.isEmpty();
        }

        /** What is the matter, in a sentence. */
        public String sentence() {
            if (!trouble.isEmpty()) {
                return trouble;
            } else if (!status.text().isEmpty()) {
                return status.text();
            }
            return differences.isEmpty()
                    ? ""
                    : differences.size() == 1
                            ? "1 thing differs from the rig."
                            : differences.size() + " things differ from the rig.";
        }
    }

    private static final String UNFIT = "What the device says about its memory does not fit together. Read it again.";

    private final RigKeeper keeper;
    private final PortRoom ports;
    private final EngineRoom engine;
    private final Map<String, Memory> memories = new LinkedHashMap<>();

    Memories(RigKeeper keeper, PortRoom ports, EngineRoom engine) {
        this.keeper = keeper;
        this.ports = ports;
        this.engine = engine;
    }

    private static Optional<MemoryFormat> format(Device device) {
        return MemoryFormat.named(device.profile().traits().memory());
    }

    /** Takes a trace; called by the hub's thread. */
    synchronized void take(Trace trace) {
        long now = System.nanoTime();
        for (PresenceChanged presence : trace.all(PresenceChanged.class)) {
            memory(presence.device()).ifPresent(memory -> {
                if (presence.present()) {
                    memory.there(now);
                } else {
                    memory.gone();
                }
            });
        }
        if (trace.first(OfMemory.class) != null && trace.event() instanceof Event.Arrived arrived) {
            memory(arrived.device()).ifPresent(memory -> memory.heard((MidiMessage.SysEx) arrived.message(), now));
        }
        send();
    }

    /** Time passed: devices that are new are read, and what was not answered is asked again. Called by the hub's thread. */
    synchronized void tick() {
        long now = System.nanoTime();
        for (Device device : keeper.rig().devices()) {
            memory(device.id()).ifPresent(memory -> {
                boolean present = ports.present().contains(device.id());
                if (present && memory.status().state() == Memory.State.AWAY) {
                    memory.there(now);
                }
                memory.tick(now);
            });
        }
        send();
    }

    private void send() {
        memories.forEach((device, memory) -> memory.toSend().forEach(message -> engine.say(device, message, "memory")));
    }

    private Optional<Memory> memory(String id) {
        Optional<MemoryFormat> format = keeper.rig().ownDevice(id).flatMap(Memories::format);
        if (format.isEmpty()) {
            memories.remove(id);
        }
        return format.map(f -> memories.computeIfAbsent(id, device -> new Memory(f)));
    }

    /** How a device's memory stands to the rig; nothing if it has none. */
    public synchronized Optional<Standing> standing(Device device) {
        return memory(device.id()).map(memory -> {
            MemoryImage held = memory.held();
            try {
                MemoryFormat format = format(device).orElseThrow();
                MemoryImage wanted = format.programme(device.profile());
                List<MemoryFormat.Difference> differences =
                        held == null ? List.of() : new ArrayList<>(format.differences(wanted, held));
                return new Standing(memory.status(), differences, held != null, "");
            } catch (IndexOutOfBoundsException e) {
                return new Standing(memory.status(), List.of(), held != null, UNFIT);
            } catch (Mistake e) {
                return new Standing(memory.status(), List.of(), held != null, e.getMessage());
            }
        });
    }

    /**
     * Writes the rig's programme to the device.
     *
     * @throws Mistake with a sentence if that cannot be begun
     */
    public synchronized void write(Device device) {
        Memory memory = known(device);
        memory.write(format(device).orElseThrow().programme(device.profile()), System.nanoTime());
        send();
    }

    /** Goes on with a write that was cut off; see {@link #write}. */
    public synchronized void resume(Device device) {
        interrupted(device).resume(System.nanoTime());
        send();
    }

    /** Puts back what was there before a write that was cut off; see {@link #write}. */
    public synchronized void rollBack(Device device) {
        interrupted(device).rollBack(System.nanoTime());
        send();
    }

    /** Reads a device's memory anew. */
    public synchronized void read(Device device) {
        if (!ports.present().contains(device.id())) {
            throw new Mistake(device.name() + " is not there.");
        }
        memory(device.id()).ifPresent(memory -> memory.read(System.nanoTime()));
        send();
    }

    /** The rig's profile changed to what the device holds; see {@link #write}. */
    public synchronized Profile taken(Device device) {
        try {
            return format(device)
                    .orElseThrow()
                    .profile(device.profile(), known(device).held());
        } catch (IndexOutOfBoundsException e) {
            throw new Mistake(UNFIT);
        }
    }

    private Memory interrupted(Device device) {
        return memory(device.id())
                .filter(Memory::isInterrupted)
                .orElseThrow(() -> new Mistake("Nothing was cut off, or what the device holds is not known yet."));
    }

    private Memory known(Device device) {
        return memory(device.id())
                .filter(memory -> memory.held() != null)
                .orElseThrow(() -> new Mistake(
                        "What " + device.name() + " holds is not known yet. Plug it in, or read it again."));
    }
}
