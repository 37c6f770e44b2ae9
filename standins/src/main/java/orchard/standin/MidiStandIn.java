package orchard.standin;

import java.util.List;
import java.util.Random;
import orchard.signal.Identity;
import orchard.signal.Message;
import orchard.signal.MidiDecoder;
import orchard.signal.MidiJoiner;
import orchard.signal.MidiMessage;

/** What all MIDI stand-ins have in common: a cable, an identity, a panel. Every method that does something holds the lock. */
abstract class MidiStandIn implements StandIn {

    /** Manufacturer id for what is not sold. */
    static final byte MAKER = 0x7D;

    final Panel panel = new Panel();
    final Limits limits = new Limits(panel);
    private final String name;
    private final byte model;
    private final VirtualMidi.Kind kind;
    private final Cable cable = new Cable();
    private final Random rubbish = new Random(7);
    private MidiDecoder decoder;
    private VirtualMidi midi;
    private int plugs;

    /**
     * @param name of its port
     * @param model byte of its SysEx
     */
    MidiStandIn(String name, int model, VirtualMidi.Kind kind) {
        this.name = name;
        this.model = (byte) model;
        this.kind = kind;
    }

    /** Called once a subclass is complete. */
    final synchronized void plug() {
        plug(portName(name, ++plugs));
    }

    private void plug(String port) {
        decoder = new MidiDecoder(this::answer);
        midi = new VirtualMidi(port, kind, this::feed, () -> limits.broke("the queue before its wire overflowed"));
        cable.show(panel, Cable.Condition.PLUGGED);
        plugged();
    }

    /** What its port is called when it is plugged in for the nth time. */
    String portName(String own, int times) {
        return own;
    }

    @Override
    public final synchronized void play(String part, String gesture, double amount) {
        if (part.equals(Cable.PART)) {
            cable(gesture);
        } else {
            hand(part, gesture, amount);
        }
    }

    private void cable(String gesture) {
        switch (gesture) {
            case "pull" -> pull();
            case "plug" -> {
                if (cable.isPulled()) {
                    plug();
                }
            }
            case "rename" -> {
                pull();
                plug(name + " (" + (++plugs) + ")");
            }
            case "sleep" -> {
                if (cable.isUp()) {
                    cable.show(panel, Cable.Condition.ASLEEP);
                }
            }
            case "wake" -> {
                if (!cable.isUp() && !cable.isPulled() && !cable.isHeld()) {
                    cable.show(panel, Cable.Condition.PLUGGED);
                    limits.dark();
                    unplugged();
                }
            }
            case "hold" -> {
                if (cable.isUp()) {
                    midi.hold(true);
                    cable.show(panel, Cable.Condition.HELD);
                }
            }
            case "free" -> {
                if (cable.isHeld()) {
                    midi.hold(false);
                    cable.show(panel, Cable.Condition.PLUGGED);
                }
            }
            case "rubbish" -> {
                byte[] bytes = new byte[24];
                rubbish.nextBytes(bytes);
                if (cable.isUp()) {
                    midi.sendRaw(bytes);
                }
            }
            default -> throw new IllegalArgumentException("a cable cannot " + gesture);
        }
    }

    private void pull() {
        if (!cable.isPulled()) {
            midi.close();
            cable.show(panel, Cable.Condition.PULLED);
            limits.dark();
            unplugged();
        }
    }

    /** A hand does something; see {@link StandIn#play}. */
    abstract void hand(String part, String gesture, double amount);

    /** A message came in, identity requests aside. */
    abstract void arrived(Message message);

    /** It has power now. */
    void plugged() {}

    /** It lost its power, or slept. */
    void unplugged() {}

    private synchronized void feed(byte[] bytes) {
        if (cable.isUp()) {
            decoder.feed(bytes);
        }
    }

    private void answer(Message message) {
        if (Identity.isRequest(message)) {
            sendBytes(
                    new MidiMessage.SysEx(new byte[] {0x7E, 0, 0x06, 0x02, MAKER, model, 0, 1, 0, 0, 0, 1, 0}).bytes());
        } else {
            arrived(message);
        }
    }

    /** Says something, if the cable carries it. */
    void send(MidiMessage message) {
        MidiJoiner.split(message).forEach(part -> sendBytes(part.bytes()));
    }

    final void sendBytes(byte[] bytes) {
        if (cable.isUp()) {
            midi.send(bytes);
        }
    }

    /** Whether a SysEx is in this device's own language. */
    final boolean isMine(MidiMessage.SysEx message) {
        return message.startsWith(MAKER, model);
    }

    /** A SysEx in this device's own language. */
    final MidiMessage.SysEx own(byte... data) {
        byte[] all = new byte[data.length + 2];
        all[0] = MAKER;
        all[1] = model;
        System.arraycopy(data, 0, all, 2, data.length);
        return new MidiMessage.SysEx(all);
    }

    /** The letters before the number in a part's name. */
    static String kind(String part) {
        return part.replaceAll("\\d+$", "");
    }

    /** The number at the end of a part's name, from 0. */
    final int index(String part, int count) {
        String digits = part.substring(kind(part).length());
        int number = digits.isEmpty() ? 0 : Integer.parseInt(digits);
        if (number < 1 || number > count) {
            throw new IllegalArgumentException(id() + " has no " + part);
        }
        return number - 1;
    }

    final IllegalArgumentException cannot(String part, String gesture) {
        return new IllegalArgumentException(id() + " has no " + part + " to " + gesture);
    }

    /** 0..1 in 7 bit. */
    static int seven(double amount) {
        return (int) Math.rint(Math.max(0, Math.min(1, amount)) * 127);
    }

    @Override
    public final List<String> violations() {
        return limits.broken();
    }

    @Override
    public final boolean shows(Message message) {
        return limits.shows(message);
    }

    @Override
    public final void forgive() {
        limits.forget();
    }

    @Override
    public final Panel panel() {
        return panel;
    }

    @Override
    public synchronized void close() {
        pull();
    }
}
