package orchard.app.port;

import java.io.IOException;
import java.net.InetSocketAddress;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import orchard.gear.Wire;
import orchard.session.Participant;
import orchard.session.SessionMessage;
import orchard.signal.Message;
import orchard.signal.MidiJoiner;
import orchard.signal.MidiMessage;

/** One network MIDI session that was joined. Safe for several threads. */
final class SessionPort implements Port {

    private static final long CLOCK_NANOS = TimeUnit.SECONDS.toNanos(10);
    private static final long FIRST_CLOCK_NANOS = TimeUnit.SECONDS.toNanos(1);
    private static final long FEEDBACK_NANOS = TimeUnit.MILLISECONDS.toNanos(500);
    private static final long GUARD_NANOS = TimeUnit.MILLISECONDS.toNanos(50);
    private static final int MOST_GUARDS = 7;
    private static final long PROBE_NANOS = TimeUnit.MILLISECONDS.toNanos(500);

    private final SessionWire wire;
    private final int remote;
    private final int token;
    private final String name;
    private final boolean inviting;
    private final Traffic traffic = Traffic.midi();
    private final Participant participant;
    private final OutQueue queue;
    private volatile InetSocketAddress address;
    private volatile long lastHeard = System.nanoTime();
    private volatile long offset;
    private volatile boolean synchronised;
    private volatile long probed;
    private long sent;
    private int guards;
    private long clocked;
    private long fedBack;
    private int fedBackSequence = -1;

    /**
     * @param remote by which the other side is known
     * @param address of its data port
     * @param inviting whether Orchard invited it, and so keeps the clocks in step
     */
    SessionPort(SessionWire wire, int remote, int token, String name, InetSocketAddress address, boolean inviting) {
        this.wire = wire;
        this.remote = remote;
        this.token = token;
        this.name = name;
        this.address = address;
        this.inviting = inviting;
        this.participant =
                new Participant(wire.ssrc(), ThreadLocalRandom.current().nextInt(65_536), message -> {
                    traffic.in(message);
                    wire.arrived(this, message);
                });
        this.queue = new OutQueue("session out " + name, traffic, this::sendNow);
    }

    int remote() {
        return remote;
    }

    int token() {
        return token;
    }

    InetSocketAddress address() {
        return address;
    }

    long lastHeard() {
        return lastHeard;
    }

    void isAlive() {
        lastHeard = System.nanoTime();
    }

    void movedTo(InetSocketAddress now) {
        address = now;
    }

    /** The other side's clock is ahead by so many ticks. */
    void clockIsAhead(long ticks) {
        offset = ticks;
        synchronised = true;
    }

    /** Whether it is time to compare clocks; true once each time. */
    boolean clockIsDue(long nanos) {
        boolean due = inviting && nanos - clocked > (synchronised ? CLOCK_NANOS : FIRST_CLOCK_NANOS);
        clocked = due ? nanos : clocked;
        return due;
    }

    void received(byte[] packet, int length) {
        isAlive();
        synchronized (participant) {
            participant.received(packet, length);
        }
    }

    void acknowledged(int sequence) {
        isAlive();
        synchronized (participant) {
            participant.acknowledged(sequence);
            guards = 0; // what it does not have yet it gets again
        }
    }

    /** Where nothing follows what was played last, and nobody has said that it arrived, the journal is sent again, less and less often. */
    void guard(long nanos) {
        byte[] packet;
        synchronized (participant) {
            if (!participant.isAwaited() || guards >= MOST_GUARDS || nanos - sent < GUARD_NANOS << guards) {
                return;
            }
            guards++;
            sent = nanos;
            packet = participant.guard(wire.now() + offset);
        }
        try {
            wire.play(packet, address);
        } catch (IOException e) {
            traffic.dropped(e.getMessage());
        }
    }

    /** It may be gone: another one of its name came from its machine. Whoever is there answers. */
    void probe(long nanos) {
        probed = nanos;
    }

    /** Whether it was probed, and has said nothing since. */
    boolean isDead(long nanos) {
        return probed != 0 && lastHeard - probed < 0 && nanos - probed > PROBE_NANOS;
    }

    /** Acknowledges what arrived, now and then. */
    void giveFeedback(long nanos) {
        int sequence;
        synchronized (participant) {
            sequence = participant.lastHeard();
        }
        if (sequence >= 0 && sequence != fedBackSequence && nanos - fedBack > FEEDBACK_NANOS) {
            fedBack = nanos;
            fedBackSequence = sequence;
            wire.control(new SessionMessage.Feedback(wire.ssrc(), sequence), address);
        }
    }

    private void sendNow(Message message, BooleanSupplier isCut) throws IOException {
        for (MidiMessage part : MidiJoiner.split((MidiMessage) message)) {
            boolean begun = false;
            for (byte[] command : Participant.commands(part)) {
                if (begun && isCut.getAsBoolean()) {
                    play(Participant.CANCEL, part);
                    throw new IOException(MidiPort.CUT);
                }
                play(command, part);
                begun = true;
            }
        }
    }

    private void play(byte[] command, MidiMessage message) throws IOException {
        byte[] packet;
        synchronized (participant) {
            packet = participant.packet(command, message, wire.now() + offset);
            guards = 0;
            sent = System.nanoTime();
        }
        wire.play(packet, address);
    }

    @Override
    public Wire wire() {
        return Wire.SESSION;
    }

    @Override
    public String name() {
        return name;
    }

    @Override
    public String socket() {
        return address.getAddress().getHostAddress();
    }

    @Override
    public boolean hasInput() {
        return true;
    }

    @Override
    public boolean hasOutput() {
        return true;
    }

    @Override
    public Traffic traffic() {
        return traffic;
    }

    @Override
    public void send(Message message, Object fold) {
        if (message instanceof MidiMessage) {
            queue.offer(message, fold);
        } else {
            traffic.dropped("this is no MIDI message: " + message.words());
        }
    }

    @Override
    public boolean isBusy() {
        return queue.isBusy();
    }

    @Override
    public void clear() {
        queue.clear();
    }

    /** Ends it; what the other side held down comes up. */
    @Override
    public void close() {
        synchronized (participant) {
            participant.letGo();
        }
        queue.close();
    }
}
