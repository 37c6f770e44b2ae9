package orchard.standin;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.concurrent.TimeUnit;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;

/**
 * A lamp desk with 12 lamps (level, hue, saturation), 2 movers (pan, tilt), 4 banks of 8 playbacks, a master, blackout and tap tempo, on
 * OSC over UDP both ways. On MIDI controllers 1 to 8 are the playbacks and 16 the master, both ways; program changes 0 to 3 are the banks; note 36 is
 * the blackout as long as it is held, note 37 taps the tempo.
 *
 * <p>Gestures beside those of every desk: {@code tap hit}; {@code clock set 0..1}, whether it sends MIDI clock at its tempo.
 *
 * <p>Of every bank it tells whether any of its playbacks is up.
 *
 * <p>Habits: there is one row of eight playbacks, and which bank is on it can be changed on its own panel at any time; then it tells the
 * bank and all eight levels.
 */
public final class LampLoft extends OscDesk {

    private static final int BANKS = 4;
    private static final int PLAYBACKS = 8;
    private static final int TAPS = 4;
    private static final int MASTER = 16;
    private static final int BLACKOUT_NOTE = 36;
    private static final int TAP_NOTE = 37;
    private static final int MODEL = 0x06;
    private static final String AT = "/loft/";
    private final float[][] banks = new float[BANKS][PLAYBACKS];
    private final Deque<Long> taps = new ArrayDeque<>();
    private DeskMidi midi;
    private boolean hearing;
    private boolean ticking;

    /** @param port UDP port it listens on, on this machine only; 0 for any free one */
    public LampLoft(int port) {
        this(port, false);
    }

    /**
     * @param port UDP port it listens on; 0 for any free one
     * @param lan whether other machines may reach it
     */
    public LampLoft(int port, boolean lan) {
        super("/loft", port, lan);
        OwnProfile own = new OwnProfile("lamp-loft");
        own.parameters().forEach(this::add);
        names.putAll(own.names());
        open();
        midi = new DeskMidi("Lamp Loft", MODEL, true, this::hear);
    }

    /** Something came in on MIDI; it is not said back. */
    private synchronized void hear(MidiMessage message) {
        if (!isAwake()) {
            return;
        }
        hearing = true;
        if (message instanceof MidiMessage.ControlChange cc && cc.number() >= 1 && cc.number() <= PLAYBACKS) {
            set(AT + "playback/" + cc.number(), cc.value() * 100 / 127f);
        } else if (message instanceof MidiMessage.ControlChange cc && cc.number() == MASTER) {
            set(AT + "master", cc.value() * 100 / 127f);
        } else if (message instanceof MidiMessage.ProgramChange program && program.program() < BANKS) {
            set(AT + "bank", program.program() + 1f);
        } else if (message instanceof MidiMessage.NoteOn on && on.note() == BLACKOUT_NOTE) {
            set(AT + "blackout", on.velocity() > 0 ? 1 : 0);
        } else if (message instanceof MidiMessage.NoteOff off && off.note() == BLACKOUT_NOTE) {
            set(AT + "blackout", 0);
        } else if (message instanceof MidiMessage.NoteOn on && on.note() == TAP_NOTE && on.velocity() > 0) {
            tap(System.nanoTime());
        }
        hearing = false;
    }

    /** What a change is on MIDI, or null. */
    private static MidiMessage onMidi(String address, float value) {
        int seven = Math.round(value * 127 / 100);
        if (address.startsWith(AT + "playback/")) {
            return new MidiMessage.ControlChange(1, number(address), seven);
        } else if (address.equals(AT + "master")) {
            return new MidiMessage.ControlChange(1, MASTER, seven);
        }
        return address.equals(AT + "bank") ? new MidiMessage.ProgramChange(1, Math.round(value) - 1) : null;
    }

    private static int number(String address) {
        return Integer.parseInt(address.substring((AT + "playback/").length()));
    }

    @Override
    public void close() {
        super.close();
        midi.close();
    }

    @Override
    public String id() {
        return "loft";
    }

    @Override
    boolean hand(String part, String gesture, double amount) {
        if (part.equals("tap") && gesture.equals("hit")) {
            tap(System.nanoTime());
            return true;
        } else if (part.equals("clock") && gesture.equals("set")) {
            ticks(amount >= 0.5);
            return true;
        }
        return false;
    }

    private synchronized void ticks(boolean on) {
        if (on && !ticking) {
            clock.schedule(this::tick, 0, TimeUnit.NANOSECONDS);
        }
        ticking = on;
        panel.show("clock", on ? 1 : 0, on ? "sending" : "");
    }

    /** 24 to a beat. */
    private synchronized void tick() {
        if (ticking && isUp()) {
            midi.send(new MidiMessage.SystemMessage(MidiMessage.SystemMessage.CLOCK, 0, 0));
            clock.schedule(this::tick, (long) (60e9 / 24 / values.get(AT + "tempo")), TimeUnit.NANOSECONDS);
        } else {
            ticking = false;
        }
    }

    @Override
    boolean heard(OscMessage message) {
        if (!message.address().equals("/loft/tap")) {
            return false;
        }
        tap(System.nanoTime());
        return true;
    }

    /** The mean of the last taps is the tempo; after two seconds without one a new count begins. */
    private void tap(long now) {
        if (!taps.isEmpty() && now - taps.getLast() > 2_000_000_000L) {
            taps.clear();
        }
        taps.addLast(now);
        if (taps.size() > TAPS) {
            taps.removeFirst();
        }
        if (taps.size() > 1) {
            double each = (taps.getLast() - taps.getFirst()) / 1e9 / (taps.size() - 1);
            set(AT + "tempo", (float) (60 / each));
        }
    }

    private static boolean isUp(float[] levels) {
        for (float level : levels) {
            if (level > 0) {
                return true;
            }
        }
        return false;
    }

    @Override
    void changed(DeskParameter parameter, float value) {
        String address = parameter.address();
        MidiMessage message = onMidi(address, value);
        if (message != null && !hearing && midi != null && isAwake()) {
            midi.send(message);
        }
        int bank = Math.round(values.get(AT + "bank")) - 1;
        if (address.startsWith(AT + "playback/")) {
            banks[bank][number(address) - 1] = value;
            set(AT + "bank/" + (bank + 1) + "/up", isUp(banks[bank]) ? 1 : 0);
        } else if (address.equals(AT + "bank")) {
            float[] levels = banks[bank].clone();
            for (int playback = 0; playback < PLAYBACKS; playback++) {
                set(AT + "playback/" + (playback + 1), levels[playback]);
            }
        }
    }
}
