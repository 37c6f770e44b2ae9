package orchard.standin;

import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import orchard.signal.Message;
import orchard.signal.MidiMessage;

/**
 * A foot board that only speaks: 10 switches that send program changes, 2 expression pedals of 7 bit, a sustain pedal.
 *
 * <p>Gestures: {@code switchN hit}; {@code pedalN move 0..1}; {@code sustain hit} and {@code release}.
 *
 * <p>Habits: a pedal that stands between its ends jitters by ±1; the last program change is repeated when it is plugged in; it comes
 * back under another port name.
 */
public final class Treadle extends MidiStandIn {

    private static final int SWITCHES = 10;
    private static final int PEDALS = 2;
    private static final int[] CONTROLLERS = {11, 4};
    private static final int SUSTAIN = 64;
    private static final int JITTER_MILLIS = 150;

    private final int[] pedals = new int[PEDALS];
    private final ScheduledExecutorService jitter = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "treadle-pedals");
        thread.setDaemon(true);
        return thread;
    });
    private int program = -1;
    private int trembles;

    /** Plugs a Treadle in under its own name. */
    public Treadle() {
        this("Treadle");
    }

    /** @param port name of the MIDI port it appears as at first */
    public Treadle(String port) {
        super(port, 0x03, new VirtualMidi.Kind(port + " cable", true, false, 0));
        for (int i = 1; i <= SWITCHES; i++) {
            panel.show("switch" + i, 0, "");
        }
        for (int i = 1; i <= PEDALS; i++) {
            panel.show("pedal" + i, 0, "0");
        }
        panel.show("sustain", 0, "");
        plug();
        jitter.scheduleAtFixedRate(this::tremble, JITTER_MILLIS, JITTER_MILLIS, TimeUnit.MILLISECONDS);
    }

    @Override
    public String id() {
        return "treadle";
    }

    @Override
    String portName(String own, int times) {
        return times == 1 ? own : own + " (" + times + ")";
    }

    @Override
    void plugged() {
        if (program >= 0) {
            jitter.schedule(
                    this::repeat, 1_500, TimeUnit.MILLISECONDS); // a program opens a port some time after it is there
        }
    }

    private synchronized void repeat() {
        send(new MidiMessage.ProgramChange(1, program));
    }

    @Override
    void hand(String part, String gesture, double amount) {
        switch (kind(part) + " " + gesture) {
            case "switch hit" -> {
                program = index(part, SWITCHES);
                for (int i = 0; i < SWITCHES; i++) {
                    panel.show("switch" + (i + 1), i == program ? 1 : 0, i == program ? "on" : "");
                }
                send(new MidiMessage.ProgramChange(1, program));
            }
            case "pedal move" -> {
                int pedal = index(part, PEDALS);
                pedals[pedal] = seven(amount);
                panel.show(part, pedals[pedal] / 127.0, String.valueOf(pedals[pedal]));
                send(new MidiMessage.ControlChange(1, CONTROLLERS[pedal], pedals[pedal]));
            }
            case "sustain hit", "sustain release" -> {
                boolean down = gesture.equals("hit");
                panel.show(part, down ? 1 : 0, down ? "down" : "");
                send(new MidiMessage.ControlChange(1, SUSTAIN, down ? 127 : 0));
            }
            default -> throw cannot(part, gesture);
        }
    }

    private synchronized void tremble() {
        trembles++;
        for (int pedal = 0; pedal < PEDALS; pedal++) {
            if (pedals[pedal] > 0 && pedals[pedal] < 127) {
                int off = trembles % 4 == 1 ? 1 : trembles % 4 == 3 ? -1 : 0;
                send(new MidiMessage.ControlChange(1, CONTROLLERS[pedal], pedals[pedal] + off));
            }
        }
    }

    @Override
    void arrived(Message message) {
        // it has no ears
    }

    @Override
    public void close() {
        jitter.shutdownNow();
        super.close();
    }
}
