package orchard.standin;

import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import orchard.signal.Message;
import orchard.signal.MidiJoiner;
import orchard.signal.MidiMessage;
import orchard.signal.NoteName;

/**
 * A drone synth with {@value #VOICES} voices: 4 oscillators each with one of 96 named waveforms, tuning and level; a filter, 2 LFOs, 3 envelopes. What is coarse is set
 * by CC, what is fine by NRPN of 14 bit; {@code docs/wires.md} lists both.
 *
 * <p>Gestures: the id of a parameter ({@code level1}, {@code cutoff}) {@code turn 0..1}; {@code patch choose 0..15}.
 *
 * <p>Habits: its front panel speaks SysEx only, {@code F0 7D 04 10 pp vv F7}; a patch dump ends with a 7-bit checksum; another patch is told
 * as a program change when it is chosen on the panel, and nothing is said about the new values until asked. A note that is struck while it sounds, or ended while it does not, counts as a fault.
 */
public final class Peat extends MidiStandIn {

    /** What can be set, in the order of {@code pp}; the controller number, or −1 for NRPN {@code pp}. */
    enum Knob {
        WAVEFORM1(20),
        WAVEFORM2(21),
        WAVEFORM3(22),
        WAVEFORM4(23),
        TUNING1(-1),
        TUNING2(-1),
        TUNING3(-1),
        TUNING4(-1),
        LEVEL1(24),
        LEVEL2(25),
        LEVEL3(26),
        LEVEL4(27),
        CUTOFF(-1),
        RESONANCE(71),
        LFO1_RATE(76),
        LFO1_DEPTH(77),
        LFO2_RATE(78),
        LFO2_DEPTH(79),
        ATTACK1(80),
        DECAY1(81),
        SUSTAIN1(82),
        RELEASE1(83),
        ATTACK2(84),
        DECAY2(85),
        SUSTAIN2(86),
        RELEASE2(87),
        ATTACK3(88),
        DECAY3(89),
        SUSTAIN3(90),
        RELEASE3(91);

        final int controller;

        Knob(int controller) {
            this.controller = controller;
        }

        String part() {
            return name().toLowerCase(Locale.ROOT).replace("_", "");
        }
    }

    private static final OwnProfile OWN = new OwnProfile("peat");
    private static final List<String> SOUNDS = OWN.values("sound.patch");
    private static final List<String> WAVEFORMS = OWN.values("oscillator1.waveform");
    private static final int PATCHES = SOUNDS.size();
    private static final byte PANEL = 0x10;
    private static final byte ASK = 0x40;
    private static final byte DUMP = 0x41;
    private static final int FIRST_VALUE = 4;

    private static final int VOICES = 8;
    private static final NoteName NAMES = new NoteName(4);

    /** Notes that sound, the one that was struck first first. */
    private final List<Integer> voices = new ArrayList<>();
    /** Notes whose voice was taken by others; their end is still to come. */
    private final Set<Integer> stolen = new HashSet<>();

    private int struck;
    private int faults;
    private final int[][] patches = new int[PATCHES][Knob.values().length];
    private final MidiJoiner joiner = new MidiJoiner();
    private int patch;

    /** Plugs a Peat in under its own name. */
    public Peat() {
        this("Peat");
    }

    /** @param port name of the MIDI ports it appears as */
    public Peat(String port) {
        super(port, 0x04, new VirtualMidi.Kind(port + " cable", true, true, 0));
        for (int i = 0; i < PATCHES; i++) {
            Random random = new Random(i);
            Arrays.setAll(patches[i], knob -> random.nextInt(16_384));
        }
        show();
        plug();
    }

    @Override
    void plugged() {
        silent();
    }

    @Override
    public String id() {
        return "peat";
    }

    private void show() {
        panel.show("patch", patch / (PATCHES - 1.0), (patch + 1) + " " + SOUNDS.get(patch));
        for (Knob knob : Knob.values()) {
            int value = patches[patch][knob.ordinal()];
            String text = knob.ordinal() < 4
                    ? WAVEFORMS.get((int) Math.rint((value >> 7) / 127.0 * (WAVEFORMS.size() - 1)))
                    : knob.controller < 0 ? String.valueOf(value) : String.valueOf(value >> 7);
            panel.show(knob.part(), value / 16_383.0, text);
        }
    }

    @Override
    void hand(String part, String gesture, double amount) {
        if (part.equals("patch") && gesture.equals("choose")) {
            choose((int) Math.rint(amount));
            send(new MidiMessage.ProgramChange(1, patch));
            return;
        }
        for (Knob knob : Knob.values()) {
            if (knob.part().equals(part) && gesture.equals("turn")) {
                set(knob, seven(amount) << 7);
                send(own(PANEL, (byte) knob.ordinal(), (byte) seven(amount)));
                return;
            }
        }
        throw cannot(part, gesture);
    }

    private void silent() {
        voices.clear();
        stolen.clear();
        showVoices();
    }

    /** One more than there are voices takes that of the one that was struck first. */
    private void strike(int note) {
        struck++;
        faults += voices.remove((Integer) note) || stolen.remove(note) ? 1 : 0;
        voices.add(note);
        if (voices.size() > VOICES) {
            stolen.add(voices.remove(0));
        }
        showVoices();
    }

    private void letGo(int note) {
        faults += voices.remove((Integer) note) || stolen.remove(note) ? 0 : 1;
        showVoices();
    }

    private void showVoices() {
        String names = voices.stream().map(NAMES::name).collect(Collectors.joining(" "));
        panel.show("voices", voices.size() / (double) VOICES, names.isEmpty() ? "silent" : names);
        panel.show("struck", 0, String.valueOf(struck));
        panel.show("faults", 0, String.valueOf(faults));
    }

    private void choose(int number) {
        patch = Math.max(0, Math.min(PATCHES - 1, number));
        show();
    }

    private void set(Knob knob, int value) {
        patches[patch][knob.ordinal()] = value;
        show();
    }

    @Override
    void arrived(Message message) {
        if (message instanceof MidiMessage.ProgramChange program) {
            choose(program.program());
        } else if (message instanceof MidiMessage.NoteOn on && on.channel() == 1 && on.velocity() > 0) {
            strike(on.note());
        } else if (message instanceof MidiMessage.NoteOn on && on.channel() == 1) {
            letGo(on.note());
        } else if (message instanceof MidiMessage.NoteOff off && off.channel() == 1) {
            letGo(off.note());
        } else if (message instanceof MidiMessage.ControlChange all
                && all.channel() == 1
                && (all.number() == 120 || all.number() == 123)) {
            silent();
        } else if (message instanceof MidiMessage.ControlChange change && change.channel() == 1) {
            MidiMessage.ParameterNumber numbered = joiner.numbered(change);
            for (Knob knob : Knob.values()) {
                if (numbered != null
                        && !numbered.registered()
                        && numbered.number() == knob.ordinal()
                        && knob.controller < 0) {
                    set(knob, numbered.value());
                } else if (numbered == null && knob.controller == change.number()) {
                    set(knob, change.value() << 7 | change.value());
                }
            }
        } else if (message instanceof MidiMessage.SysEx sysEx
                && isMine(sysEx)
                && sysEx.length() == 3
                && sysEx.at(2) == ASK) {
            dump();
        } else if (message instanceof MidiMessage.SysEx sysEx && isMine(sysEx) && sysEx.at(2) == DUMP) {
            take(sysEx);
        }
    }

    /** Stands as a dump says, if that arrived whole; the patch it tells is chosen and has these values from now on. */
    private void take(MidiMessage.SysEx dump) {
        int last = FIRST_VALUE + 2 * Knob.values().length;
        int sum = 0;
        for (int i = FIRST_VALUE - 1; i <= last && i < dump.length(); i++) {
            sum += dump.at(i);
        }
        if (dump.length() != last + 1 || (sum & 0x7F) != 0 || dump.at(FIRST_VALUE - 1) >= patches.length) {
            limits.broke("a dump that is no dump of its");
            return;
        }
        if (dump.at(FIRST_VALUE - 1) != patch) {
            choose(dump.at(FIRST_VALUE - 1));
        }
        for (Knob knob : Knob.values()) {
            int at = FIRST_VALUE + 2 * knob.ordinal();
            set(knob, dump.at(at) << 7 | dump.at(at + 1));
        }
    }

    /** {@code F0 7D 04 41 patch, (coarse fine) × 30, checksum F7}; all from the patch number on adds up to 0 in 7 bit. */
    private void dump() {
        ByteArrayOutputStream data = new ByteArrayOutputStream();
        data.write(DUMP);
        data.write(patch);
        int sum = patch;
        for (int value : patches[patch]) {
            data.write(value >> 7);
            data.write(value & 0x7F);
            sum += (value >> 7) + (value & 0x7F);
        }
        data.write(-sum & 0x7F);
        send(own(data.toByteArray()));
    }
}
