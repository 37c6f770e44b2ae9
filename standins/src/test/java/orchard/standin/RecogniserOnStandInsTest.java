package orchard.standin;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import orchard.gear.Control.Kind;
import orchard.gear.Dimension;
import orchard.gear.SendMode;
import orchard.recognise.Guess;
import orchard.recognise.Recogniser;
import orchard.signal.Encoding;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import orchard.signal.OscCodec;
import org.assertj.core.groups.Tuple;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Every control of every stand-in, in all modes, touched by a hand and heard at its own port. */
class RecogniserOnStandInsTest {

    private final Recogniser recogniser = new Recogniser();
    private long nanos;
    private StandIn standIn;
    private Plug plug;

    private void plugIn(StandIn device, String port) {
        standIn = device;
        plug = new Plug(port, message -> recogniser.heard(nanos, message));
    }

    @AfterEach
    void unplug() {
        if (plug != null) {
            plug.close();
        }
        if (standIn != null) {
            standIn.close();
        }
    }

    /** A hand does something, and some time passes; a clock and active sensing run all the while. */
    private void play(String part, String gesture, double amount, int millis) {
        standIn.play(part, gesture, amount);
        for (int i = 0; i < Math.min(millis, 40); i += 20) {
            recogniser.heard(nanos, new MidiMessage.SystemMessage(0xF8, 0, 0));
            recogniser.heard(nanos, new MidiMessage.SystemMessage(0xFE, 0, 0));
        }
        nanos += millis * 1_000_000L;
    }

    private List<Guess> guesses() {
        return recogniser.guesses();
    }

    private void touchAllOfCobble() {
        for (int i = 1; i <= 8; i++) {
            for (int step : new int[] {1, 2, 3, 5, 8, 8, 5, 4, 3, 1, -1, -2, -4, -6, -3, -1}) {
                play("knob" + i, "turn", step, 35);
            }
            nanos += 400_000_000L;
        }
        for (int i = 1; i <= 16; i++) {
            play("pad" + i, "x", 0.2 + 0.01 * i, 0);
            play("pad" + i, "y", 0.7, 0);
            play("pad" + i, "hit", 0.4 + 0.02 * i, 30);
            for (int move = 0; move < 6; move++) {
                play("pad" + i, "press", 0.3 + 0.1 * move, 12);
                play("pad" + i, "x", 0.3 + 0.05 * move, 0);
                play("pad" + i, "y", 0.6 - 0.05 * move, 20);
            }
            play("pad" + i, "release", 0, 300);
        }
        for (int i = 1; i <= 6; i++) {
            play("page" + i, "hit", 1, 90);
            play("page" + i, "release", 0, 250);
        }
        for (int i = 1; i <= 4; i++) {
            play("side" + i, "hit", 1, 80);
            play("side" + i, "release", 0, 300);
        }
        for (int i = 0; i <= 20; i++) {
            play("crossfader", "move", i / 20.0, 25);
        }
    }

    @ParameterizedTest
    @CsvSource({"true, 0", "true, 1", "true, 2", "true, 3", "false, 0", "false, 1", "false, 2", "false, 3"})
    void cobbleInAllItsModes(boolean plain, int encoding) {
        plugIn(new Cobble("Cobble of hands"), "Cobble of hands");
        plug.tell(0x7D, 1, 1, plain ? 1 : 0);
        plug.tell(0x7D, 1, 2, 0x7F, encoding);
        touchAllOfCobble();
        List<Guess> all = guesses();
        assertThat(all).hasSize(35);
        List<Guess> knobs = all.subList(0, 8);
        if (encoding == 0) {
            assertThat(knobs).extracting(Guess::kind).containsOnly(Kind.KNOB);
        } else {
            assertThat(knobs).extracting(Guess::kind).containsOnly(Kind.ENDLESS_KNOB);
            assertThat(knobs)
                    .extracting(guess -> guess.dimensions().get(0).pattern().encoding())
                    .containsOnly(Encoding.values()[encoding]);
        }
        assertThat(all.subList(8, 24)).allSatisfy(guess -> {
            assertThat(guess.kind()).isEqualTo(Kind.PAD);
            assertThat(guess.dimensions())
                    .extracting(Dimension::name)
                    .containsExactly("velocity", "gate", "pressure", "x", "y");
        });
        assertThat(all.subList(24, 34)).extracting(Guess::kind).containsOnly(Kind.BUTTON);
        assertThat(all.get(34).kind()).isEqualTo(Kind.KNOB);
        assertThat(all).filteredOn(guess -> !guess.isSure()).isEmpty();
        assertThat(all.get(9).name()).isEqualTo("Pad 2");
    }

    @Test
    void cobbleProgrammedOtherwise() {
        plugIn(new Cobble("Cobble of hands"), "Cobble of hands");
        plug.tell(0x7D, 1, 1, 1);
        byte[] keys = new byte[96];
        for (int i = 0; i < 10; i++) {
            byte[] cc = {
                2, 0, 0, (byte) (50 + i), (byte) (i < 6 ? 2 : 3), (byte) (i < 6 ? 127 : 0), (byte) (i < 6 ? 0 : 120), 4
            };
            System.arraycopy(cc, 0, keys, i * 8, 8);
        }
        System.arraycopy(new byte[] {2, 0, 0, 30, 0, 0, 0, 0, 1, 0, 0, 9, 1, 127, 0, 0}, 0, keys, 80, 16);
        write(1, keys);
        byte[] pads = new byte[512];
        System.arraycopy(new byte[] {1, 3, 0, 60, 0, 0, 0, 0}, 0, pads, 0, 8);
        System.arraycopy(new byte[] {2, 3, 0, 40, 0, 64, 0, 1, 2, 3, 0, 41, 0, 10, 0, 1}, 0, pads, 16, 16);
        write(2, pads);
        byte[] knobs = new byte[64];
        System.arraycopy(new byte[] {3, 0, 0, 5, 0, 0, 0, 0, 4, 0, 2, 7, 0, 0, 0, 0}, 0, knobs, 0, 16);
        write(3, knobs);
        for (int i = 0; i < 5; i++) {
            play("page1", "hit", 1, 150);
            play("page1", "release", 0, 500);
        }
        for (int i = 0; i < 9; i++) {
            play("side1", "hit", 1, 150);
            play("side1", "release", 0, 300);
        }
        for (int i = 0; i <= 20; i++) {
            play("crossfader", "move", i / 20.0, 25);
        }
        play("crossfader", "leave", 0, 500);
        for (int i = 0; i < 3; i++) {
            play("pad1", "x", 0.1, 0);
            play("pad1", "y", 0.9, 0);
            play("pad1", "hit", 0.3 + 0.2 * i, 40);
            play("pad1", "x", 0.4 + 0.1 * i, 5);
            play("pad1", "y", 0.2, 20);
            play("pad1", "release", 0, 300);
        }
        for (int i = 0; i < 30; i++) {
            play("knob1", "turn", 3, 30);
        }
        for (int i = 0; i < 30; i++) {
            play("knob2", "turn", 3, 30);
        }
        List<Guess> all = guesses();
        assertThat(all.get(0).dimensions().get(0).output()).isEqualTo(SendMode.of(SendMode.Press.TOGGLE, 127, 0));
        assertThat(all.get(1).dimensions().get(0).output())
                .isEqualTo(SendMode.of(SendMode.Press.STEPS, 0, 40, 80, 120));
        assertThat(all.get(2).kind()).isEqualTo(Kind.FADER);
        assertThat(all.get(2).dimensions()).extracting(Dimension::name).containsExactly("position", "touch");
        assertThat(all.get(3).dimension("x").output().rest()).isEqualTo(64);
        assertThat(all.get(3).dimension("y").output().rest()).isEqualTo(10);
        assertThat(all.get(4).dimensions().get(0).pattern()).isEqualTo(new MessagePattern.FineController(1, 5));
        assertThat(all.get(5).dimensions().get(0).pattern()).isEqualTo(new MessagePattern.Numbered(1, false, 263, 14));
        assertThat(all).hasSize(6);
    }

    private void write(int block, byte[] data) {
        int[] all = new int[data.length + 6];
        System.arraycopy(new int[] {0x7D, 1, 0x32, block, 4}, 0, all, 0, 5);
        int sum = block + 4;
        for (int i = 0; i < data.length; i++) {
            all[5 + i] = data[i];
            sum += data[i];
        }
        all[all.length - 1] = -sum & 0x7F;
        plug.tell(all);
    }

    @Test
    void sluiceWithBothHands() {
        plugIn(new Sluice("Sluice of hands"), "Sluice of hands");
        for (int i = 1; i <= 8; i += 2) {
            for (int step = 0; step <= 30; step++) {
                play("fader" + i, "move", step / 30.0, 11);
                play("fader" + (i + 1), "move", 1 - step / 30.0, 9);
            }
            play("fader" + i, "leave", 0, 50);
            play("fader" + (i + 1), "leave", 0, 300);
        }
        for (int i = 1; i <= 8; i++) {
            for (int step : new int[] {1, 1, 2, 1, -1, -1, -2, -1}) {
                play("encoder" + i, "turn", step, 40);
            }
            play("encoder" + i, "hit", 1, 90);
            play("encoder" + i, "release", 0, 200);
        }
        for (int i = 1; i <= 7; i++) {
            play("key" + i, "hit", 1, 90);
            play("key" + i, "release", 0, 200);
        }
        List<Guess> all = guesses();
        assertThat(all).hasSize(31).allMatch(Guess::isSure);
        assertThat(all.subList(0, 8)).allSatisfy(guess -> {
            assertThat(guess.kind()).isEqualTo(Kind.FADER);
            assertThat(guess.dimensions()).extracting(Dimension::name).containsExactly("position", "touch");
            assertThat(guess.seen().bits()).isEqualTo(14);
        });
        assertThat(all.subList(8, 24))
                .filteredOn(guess -> guess.kind() == Kind.ENDLESS_KNOB)
                .hasSize(8)
                .allMatch(guess -> guess.dimensions().get(0).pattern().encoding() == Encoding.OFFSET_64);
        assertThat(all.subList(24, 31)).extracting(Guess::kind).containsOnly(Kind.BUTTON);
    }

    @Test
    void treadleWithItsTremblingPedals() {
        plugIn(new Treadle("Treadle of hands"), "Treadle of hands");
        for (int i = 1; i <= 10; i++) {
            play("switch" + i, "hit", 1, 300);
        }
        for (String pedal : List.of("pedal1", "pedal2")) {
            for (int i = 0; i <= 25; i++) {
                play(pedal, "move", i / 25.0 * 0.6, 20);
            }
            int rest = (int) Math.rint(0.6 * 127);
            for (int i = 0; i < 8; i++) {
                play(pedal, "move", (rest + (i % 4 == 1 ? 1 : i % 4 == 3 ? -1 : 0)) / 127.0, 150);
            }
        }
        play("sustain", "hit", 1, 250);
        play("sustain", "release", 0, 400);
        List<Guess> all = guesses();
        assertThat(all.subList(0, 10))
                .extracting(guess -> guess.dimensions().get(0).pattern())
                .isEqualTo(IntStream.range(0, 10)
                        .mapToObj(i -> new MessagePattern.Program(1, i))
                        .toList());
        assertThat(all.subList(10, 12)).extracting(Guess::kind).containsOnly(Kind.PEDAL);
        assertThat(all.subList(10, 12)).allMatch(guess -> guess.seen().noise() >= 1);
        assertThat(all.get(12).kind()).isEqualTo(Kind.BUTTON);
        assertThat(all).hasSize(13);
    }

    @Test
    void peatsPanelOfSysEx() {
        plugIn(new Peat("Peat of hands"), "Peat of hands");
        List<String> knobs = List.of("level1", "cutoff", "resonance", "attack1");
        for (String knob : knobs) {
            for (int i = 0; i <= 20; i++) {
                play(knob, "turn", i / 20.0, 25);
            }
        }
        assertThat(guesses()).hasSize(4).allMatch(Guess::isSure);
        assertThat(guesses()).extracting(Guess::kind).containsOnly(Kind.KNOB);
        assertThat(guesses().get(1).dimensions().get(0).pattern())
                .isEqualTo(new MessagePattern.SysExByte("7D 04 10 0C vv"));
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2})
    void gullOverItsBadWire(int turns) throws Exception {
        try (DatagramSocket socket = new DatagramSocket(0, InetAddress.getLoopbackAddress())) {
            Gull gull = new Gull(socket.getLocalPort());
            standIn = gull;
            Thread ears = new Thread(() -> listen(socket));
            ears.setDaemon(true);
            ears.start();
            Consumer<int[]> sweep = s -> IntStream.rangeClosed(0, 40).forEach(i -> {
                double at = Math.sin(i / 40.0 * Math.PI * 2);
                gull.play(s[0] == 0 ? "tiltX" : s[0] == 1 ? "tiltY" : "tiltZ", "move", at);
                sleep(10);
            });
            IntStream.range(0, 3).forEach(axis -> sweep.accept(new int[] {axis}));
            IntStream.range(0, 30 * turns).forEach(i -> {
                gull.play("turn", "by", 0.1);
                sleep(10);
            });
            IntStream.rangeClosed(0, 40).forEach(i -> {
                gull.play("squeeze", "move", 1 - Math.abs(i - 20) / 20.0);
                sleep(10);
            });
            for (int key = 1; key <= 4; key++) {
                gull.play("key" + key, "hit", 1);
                sleep(250); // longer than a busy machine may let a wand wait for its next frame
                gull.play("key" + key, "release", 0);
                sleep(300);
            }
            for (double hard : new double[] {0.8, 0.5, 0.9}) {
                gull.play("shake", "hit", hard);
                sleep(300);
            }
            List<Guess> all;
            synchronized (recogniser) {
                all = guesses();
            }
            assertThat(all)
                    .extracting(Guess::name, Guess::kind)
                    .containsExactly(
                            Tuple.tuple("Tilt", Kind.MOTION),
                            Tuple.tuple("Turn", Kind.ENDLESS_KNOB),
                            Tuple.tuple("Squeeze", Kind.MOTION),
                            Tuple.tuple("Key 1", Kind.BUTTON),
                            Tuple.tuple("Key 2", Kind.BUTTON),
                            Tuple.tuple("Key 3", Kind.BUTTON),
                            Tuple.tuple("Key 4", Kind.BUTTON),
                            Tuple.tuple("Shake", Kind.MOTION));
            assertThat(all.get(0).dimensions())
                    .allSatisfy(d -> assertThat(d.pattern().low()).isEqualTo(-1));
            assertThat(all.get(1).dimensions().get(0).pattern().encoding()).isEqualTo(Encoding.COUNTING);
        }
    }

    private void listen(DatagramSocket socket) {
        byte[] buffer = new byte[1024];
        try {
            while (true) {
                DatagramPacket packet = new DatagramPacket(buffer, buffer.length);
                socket.receive(packet);
                synchronized (recogniser) {
                    OscCodec.decode(buffer, packet.getLength())
                            .forEach(message -> recogniser.heard(System.nanoTime(), message));
                }
            }
        } catch (IOException e) {
            // closed: the test is over
        }
    }

    private static void sleep(int millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
