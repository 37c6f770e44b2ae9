package orchard.standin;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import orchard.signal.Encoding;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.Resolution;

/**
 * A fader board: 8 motor faders with touch sense, 8 push encoders with LED rings, two rows of 10 letters over each strip, bank and
 * transport keys, on a MIDI wire of 31,250 baud.
 *
 * <p>Gestures: {@code faderN touch}, {@code faderN move 0..1} (touches while it moves) and {@code faderN leave}; {@code encoderN turn steps},
 * {@code encoderN hit} and {@code release}; {@code keyN hit} and {@code release} (1–2 bank, 3–7 rewind, forward, stop, play, record).
 *
 * <p>Habits: a motor does not move against a touching finger; it needs up to 80 ms to arrive and reports its way there; it forgets
 * everything when its cable is pulled.
 */
public final class Sluice extends MidiStandIn {

    private static final int STRIPS = 8;
    private static final int KEYS = 7;
    private static final int TOUCH_CHANNEL = 16;
    private static final int FIRST_TOUCH = 104;
    private static final int FIRST_ENCODER = 16;
    private static final int FIRST_PUSH = 32;
    private static final int FIRST_KEY = 90;
    private static final int FIRST_RING = 48;
    private static final int FIRST_MARK = 80;

    /** How rings are drawn, by the eight controllers on which they are told. */
    private static final String[] DRAWN = {"", "filled", "from the middle", "both ways"};

    private static final int LETTERS = 10;
    private static final byte TEXT = 0x20;
    private static final int STEP_MILLIS = 10;
    private static final double STEP = STEP_MILLIS / 80.0;
    /** What was on its way when the finger came down may still arrive. */
    private static final long CROSSING_NANOS = 200_000_000;

    private final double[] faders = new double[STRIPS];
    private final double[] motors = new double[STRIPS];
    private final boolean[] touched = new boolean[STRIPS];
    private final long[] touchedNanos = new long[STRIPS];
    private final ScheduledExecutorService moving = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "sluice-motors");
        thread.setDaemon(true);
        return thread;
    });

    /** Plugs a Sluice in under its own name. */
    public Sluice() {
        this("Sluice");
    }

    /** @param port name of the MIDI ports it appears as */
    public Sluice(String port) {
        super(port, 0x02, new VirtualMidi.Kind(port + " cable", true, true, 31_250));
        forget();
        plug();
        moving.scheduleAtFixedRate(this::step, STEP_MILLIS, STEP_MILLIS, TimeUnit.MILLISECONDS);
    }

    @Override
    public String id() {
        return "sluice";
    }

    private void forget() {
        Arrays.fill(touched, false);
        System.arraycopy(faders, 0, motors, 0, STRIPS);
        for (int strip = 1; strip <= STRIPS; strip++) {
            panel.show("fader" + strip, faders[strip - 1], "");
            panel.show("touch" + strip, 0, "");
            panel.show("encoder" + strip, 0, "");
            panel.show("mark" + strip, -1, "");
            panel.show("upper" + strip, 0, "");
            panel.show("lower" + strip, 0, "");
        }
        for (int key = 1; key <= KEYS; key++) {
            panel.show("key" + key, 0, "");
        }
    }

    @Override
    void unplugged() {
        forget();
    }

    @Override
    void hand(String part, String gesture, double amount) {
        switch (kind(part) + " " + gesture) {
            case "fader touch" -> touch(index(part, STRIPS), true);
            case "fader move" -> {
                int strip = index(part, STRIPS);
                touch(strip, true);
                faders[strip] = Math.max(0, Math.min(1, amount));
                motors[strip] = faders[strip];
                report(strip);
            }
            case "fader leave" -> touch(index(part, STRIPS), false);
            case "encoder turn" ->
                send(new MidiMessage.ControlChange(
                        1, FIRST_ENCODER + index(part, STRIPS), Encoding.OFFSET_64.number((int) Math.rint(amount))));
            case "encoder hit" -> send(new MidiMessage.NoteOn(1, FIRST_PUSH + index(part, STRIPS), 127));
            case "encoder release" -> send(new MidiMessage.NoteOff(1, FIRST_PUSH + index(part, STRIPS), 0));
            case "key hit" -> send(new MidiMessage.NoteOn(1, FIRST_KEY + index(part, KEYS), 127));
            case "key release" -> send(new MidiMessage.NoteOff(1, FIRST_KEY + index(part, KEYS), 0));
            default -> throw cannot(part, gesture);
        }
    }

    private void touch(int strip, boolean finger) {
        if (touched[strip] == finger) {
            return;
        }
        touched[strip] = finger;
        touchedNanos[strip] = System.nanoTime();
        panel.show("touch" + (strip + 1), finger ? 1 : 0, finger ? "touched" : "");
        motors[strip] = faders[strip];
        send(
                finger
                        ? new MidiMessage.NoteOn(TOUCH_CHANNEL, FIRST_TOUCH + strip, 127)
                        : new MidiMessage.NoteOff(TOUCH_CHANNEL, FIRST_TOUCH + strip, 0));
    }

    private void report(int strip) {
        panel.show("fader" + (strip + 1), faders[strip], "");
        send(new MidiMessage.PitchBend(strip + 1, Resolution.number(faders[strip], 14)));
    }

    private synchronized void step() {
        for (int strip = 0; strip < STRIPS; strip++) {
            double way = motors[strip] - faders[strip];
            if (way != 0 && !touched[strip]) {
                faders[strip] += Math.abs(way) <= STEP ? way : Math.copySign(STEP, way);
                report(strip);
            }
        }
    }

    @Override
    void arrived(Message message) {
        if (message instanceof MidiMessage.PitchBend bend && bend.channel() <= STRIPS) {
            int strip = bend.channel() - 1;
            limits.told("motor " + bend.channel(), message);
            if (!touched[strip]) {
                motors[strip] = Resolution.position(bend.bend(), 14);
            } else if (System.nanoTime() - touchedNanos[strip] > CROSSING_NANOS
                    && Math.abs(Resolution.position(bend.bend(), 14) - faders[strip]) > STEP) {
                limits.broke("motor " + bend.channel() + " was told to move against a finger");
            }
        } else if (message instanceof MidiMessage.ControlChange ring
                && ring.channel() == 1
                && ring.number() >= FIRST_RING
                && ring.number() < FIRST_MARK) {
            int strip = (ring.number() - FIRST_RING) % STRIPS + 1;
            limits.told("ring " + strip, message);
            panel.show("encoder" + strip, ring.value() / 127.0, DRAWN[(ring.number() - FIRST_RING) / STRIPS]);
        } else if (message instanceof MidiMessage.ControlChange mark
                && mark.channel() == 1
                && mark.number() >= FIRST_MARK
                && mark.number() < FIRST_MARK + STRIPS) {
            int strip = mark.number() - FIRST_MARK + 1;
            limits.told("mark " + strip, message);
            panel.show("mark" + strip, mark.value() == 0 ? -1 : (mark.value() - 1) / 126.0, "");
        } else if (message instanceof MidiMessage.NoteOn on) {
            light(on.note(), on.velocity());
        } else if (message instanceof MidiMessage.NoteOff off) {
            light(off.note(), 0);
        } else if (message instanceof MidiMessage.SysEx sysEx && isMine(sysEx)) {
            text(sysEx.data(), message);
        }
    }

    private void light(int note, int velocity) {
        if (note >= FIRST_KEY && note < FIRST_KEY + KEYS) {
            limits.told("key " + (note - FIRST_KEY + 1), new MidiMessage.NoteOn(1, note, velocity));
            panel.show("key" + (note - FIRST_KEY + 1), velocity > 0 ? 1 : 0, velocity > 0 ? "lit" : "");
        }
    }

    private void text(byte[] data, Message message) {
        if (data.length > 5 && data[2] == TEXT && data[3] <= 1 && data[4] < STRIPS) {
            limits.told("text " + (data[4] + 1) + " in row " + (data[3] + 1), message);
            if (data.length - 5 > LETTERS) {
                limits.broke("it was sent " + (data.length - 5) + " letters for a row of " + LETTERS);
            }
            String text = new String(data, 5, Math.min(LETTERS, data.length - 5), StandardCharsets.US_ASCII);
            panel.show((data[3] == 0 ? "upper" : "lower") + (data[4] + 1), 0, text.stripTrailing());
        }
    }

    @Override
    public void close() {
        moving.shutdownNow();
        super.close();
    }
}
