package orchard.standin;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import orchard.signal.Message;
import orchard.signal.MidiMessage;

/**
 * 61 keys from note {@value #LOWEST}, with velocity and release velocity, a sustain pedal that tells half-way, two wheels and channel pressure. In its second mode each
 * note has a channel of its own with its bend, pressure and slide (MIDI Polyphonic Expression 1.0, lower zone).
 *
 * <p>Gestures: {@code keyN hit 0..1} and {@code release 0..1} by note number, in the second mode also {@code keyN bend −1..1}, {@code press 0..1} and {@code slide 0..1} while
 * it is down; {@code sustain move 0..1}; {@code wheel1 move −1..1} (springs back by hand, not by itself), {@code wheel2 move 0..1}; {@code pressure move 0..1}; {@code mode set 0} for
 * plain, or the number of channels that have a note each, 1–15.
 *
 * <p>Habits: active sensing every {@value #SENSING_MILLIS} ms; announces its zone by RPN 6 when the mode is changed and when it is plugged in; says nothing of keys that are down when its
 * cable is pulled; begins in plain mode. A zone told by RPN 6 on channel 1 is taken.
 */
public final class Fathom extends MidiStandIn {

    /** The lowest and the highest key. */
    public static final int LOWEST = 36;

    public static final int HIGHEST = 96;

    private static final int SENSING_MILLIS = 300;
    private static final int SUSTAIN = 64;
    private static final int SLIDE = 74;
    private static final int MODULATION = 1;
    private static final int REST = 8192;
    private static final int MOST = 15;

    private final ScheduledExecutorService sensing = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "fathom-sensing");
        thread.setDaemon(true);
        return thread;
    });
    /** The channels of keys that are down, by note. */
    private final Map<Integer, Integer> down = new HashMap<>();
    /** Channels that have no note, the one that had none longest first. */
    private final Deque<Integer> free = new ArrayDeque<>();

    private final int[] rpn = {127, 127};
    private int members;

    /** Plugs a Fathom in under its own name. */
    public Fathom() {
        this("Fathom");
    }

    /** @param port name of the MIDI ports it appears as */
    public Fathom(String port) {
        super(port, 0x05, new VirtualMidi.Kind(port + " cable", true, true, 0));
        show();
        for (String part : new String[] {"sustain", "wheel1", "wheel2", "pressure"}) {
            panel.show(part, 0, "0");
        }
        plug();
        sensing.scheduleAtFixedRate(this::sense, SENSING_MILLIS, SENSING_MILLIS, TimeUnit.MILLISECONDS);
    }

    @Override
    public String id() {
        return "fathom";
    }

    @Override
    void plugged() {
        if (members > 0) {
            announce();
        }
    }

    @Override
    void unplugged() {
        down.keySet().forEach(note -> panel.show("key" + note, 0, ""));
        down.clear();
        renew();
    }

    private synchronized void sense() {
        send(new MidiMessage.SystemMessage(MidiMessage.SystemMessage.ACTIVE_SENSING, 0, 0));
    }

    private void show() {
        panel.show("mode", members / (double) MOST, members == 0 ? "plain" : members + " channels, a note each");
    }

    /** A zone of so many channels, or none. */
    private void zone(int count) {
        members = Math.max(0, Math.min(MOST, count));
        renew();
        show();
    }

    private void renew() {
        free.clear();
        for (int i = 0; i < members; i++) {
            free.add(2 + i);
        }
    }

    /** Registered parameter 6 on the first channel tells how many channels belong to the zone. */
    private void announce() {
        send(new MidiMessage.ControlChange(1, 101, 0));
        send(new MidiMessage.ControlChange(1, 100, 6));
        send(new MidiMessage.ControlChange(1, 6, members));
    }

    @Override
    void hand(String part, String gesture, double amount) {
        switch (kind(part) + " " + gesture) {
            case "key hit" -> hit(note(part), Math.max(1, seven(amount)));
            case "key release" -> letGo(note(part), seven(amount));
            case "key bend", "key press", "key slide" -> express(note(part), gesture, amount);
            case "sustain move" -> {
                panel.show(part, amount, String.valueOf(seven(amount)));
                send(new MidiMessage.ControlChange(1, SUSTAIN, seven(amount)));
            }
            case "wheel move" -> {
                boolean isBend = index(part, 2) == 0;
                panel.show(
                        part,
                        isBend ? (amount + 1) / 2 : amount,
                        String.valueOf(isBend ? bend(amount) - REST : seven(amount)));
                send(
                        isBend
                                ? new MidiMessage.PitchBend(1, bend(amount))
                                : new MidiMessage.ControlChange(1, MODULATION, seven(amount)));
            }
            case "pressure move" -> {
                panel.show(part, amount, String.valueOf(seven(amount)));
                send(new MidiMessage.ChannelPressure(1, seven(amount)));
            }
            case "mode set" -> {
                down.keySet().stream().toList().forEach(note -> letGo(note, 0));
                zone((int) Math.rint(amount));
                announce();
            }
            default -> throw cannot(part, gesture);
        }
    }

    private int note(String part) {
        int note = Integer.parseInt("0" + part.substring(kind(part).length()));
        if (note < LOWEST || note > HIGHEST) {
            throw new IllegalArgumentException(id() + " has no " + part);
        }
        return note;
    }

    private static int bend(double amount) {
        double within = Math.max(-1, Math.min(1, amount));
        return (int) Math.rint(REST + within * (within > 0 ? REST - 1 : REST));
    }

    private void hit(int note, int velocity) {
        letGo(note, 0);
        Integer channel = members == 0 ? Integer.valueOf(1) : free.poll();
        if (channel == null) {
            return; // more fingers than channels: the key is mute, as the panel shows
        }
        down.put(note, channel);
        panel.show("key" + note, velocity / 127.0, String.valueOf(velocity));
        if (members > 0) {
            send(new MidiMessage.PitchBend(channel, REST));
            send(new MidiMessage.ControlChange(channel, SLIDE, 64));
            send(new MidiMessage.ChannelPressure(channel, 0));
        }
        send(new MidiMessage.NoteOn(channel, note, velocity));
    }

    private void letGo(int note, int velocity) {
        Integer channel = down.remove(note);
        if (channel == null) {
            return;
        }
        panel.show("key" + note, 0, "");
        send(new MidiMessage.NoteOff(channel, note, velocity));
        if (members > 0) {
            free.add(channel);
        }
    }

    private void express(int note, String gesture, double amount) {
        Integer channel = down.get(note);
        if (members == 0 || channel == null) {
            return; // in plain mode, and on keys that are up, a finger that moves says nothing
        }
        send(
                switch (gesture) {
                    case "bend" -> new MidiMessage.PitchBend(channel, bend(amount));
                    case "press" -> new MidiMessage.ChannelPressure(channel, seven(amount));
                    default -> new MidiMessage.ControlChange(channel, SLIDE, seven(amount));
                });
    }

    @Override
    void arrived(Message message) {
        if (!(message instanceof MidiMessage.ControlChange cc) || cc.channel() != 1) {
            return;
        }
        switch (cc.number()) {
            case 101 -> rpn[0] = cc.value();
            case 100 -> rpn[1] = cc.value();
            case 6 -> {
                if (rpn[0] == 0 && rpn[1] == 6) {
                    zone(cc.value());
                }
            }
            default -> {
                // it makes no sound of its own
            }
        }
    }

    @Override
    public void close() {
        sensing.shutdownNow();
        super.close();
    }
}
