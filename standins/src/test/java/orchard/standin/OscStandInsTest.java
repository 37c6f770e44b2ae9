package orchard.standin;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.SocketTimeoutException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Predicate;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.ShortMessage;
import orchard.signal.Identity;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Gull and Wherry over real sockets. */
class OscStandInsTest {

    private DatagramSocket socket;

    @BeforeEach
    void open() throws IOException {
        socket = new DatagramSocket(0, InetAddress.getLoopbackAddress());
        socket.setSoTimeout(2_000);
    }

    @AfterEach
    void close() {
        socket.close();
    }

    @Test
    void gullRestsOnItsLastValueWhateverHappenedOnTheWay() throws IOException {
        try (Gull gull = new Gull(socket.getLocalPort())) {
            for (int i = 0; i <= 60; i++) {
                gull.play("squeeze", "move", i / 60.0);
                gull.play("turn", "by", -0.1);
            }
            gull.play("tiltY", "move", -0.5);
            gull.play("key2", "hit", 1);
            gull.play("shake", "hit", 0.7);
            List<String> heard = hearUntilQuiet();
            assertThat(heard).contains("/gull/shake 0.700", "/gull/key/2 1", "/gull/tilt 0.000 -0.500 0.000");
            assertThat(heard.stream().filter(w -> w.startsWith("/gull/squeeze")))
                    .last()
                    .isEqualTo("/gull/squeeze 1.000");
            assertThat(heard.stream().filter(w -> w.startsWith("/gull/turn")))
                    .last()
                    .isEqualTo("/gull/turn -6.100");
        }
    }

    @Test
    void wherryPushesValueAndTextToItsSubscribers() throws IOException {
        try (Wherry wherry = new Wherry(0)) {
            say(wherry, OscMessage.of("/wherry/subscribe"));
            hear(m -> m.address().equals("/wherry/master"));
            say(wherry, OscMessage.of("/wherry/track/3/volume", 99f));
            assertThat(hear(m -> m.address().equals("/wherry/track/3/volume")))
                    .isEqualTo(OscMessage.of("/wherry/track/3/volume", 6f, "6.0 dB"));
            wherry.rename(3, "Söund");
            assertThat(hear(m -> m.address().endsWith("/name")).text(0)).isEqualTo("S?und");
            wherry.play("/wherry/track/4/device/1/cutoff", "set", 0.5);
            assertThat(hear(m -> m.address().endsWith("cutoff")).text(1)).isEqualTo("1.26 kHz");
        }
    }

    @Test
    void wherryMetersMoveWhileItPlays() throws IOException {
        try (Wherry wherry = new Wherry(0)) {
            say(wherry, OscMessage.of("/wherry/subscribe"));
            wherry.play("play", "hit", 1);
            assertThat(hear(m -> m.address().equals("/wherry/track/2/meter") && m.number(0) > -60))
                    .isNotNull();
        }
    }

    @Test
    void aMarkerOfWherryIsSetHereJumpedToAndCleared() throws IOException {
        try (Wherry wherry = new Wherry(0)) {
            say(wherry, OscMessage.of("/wherry/subscribe"));
            say(wherry, OscMessage.of("/wherry/position", 64f));
            say(wherry, OscMessage.of("/wherry/markers/3", 1f));
            assertThat(hear(m -> m.address().equals("/wherry/markers/3") && m.number(0) == 1)
                            .text(1))
                    .isEqualTo("set");
            say(wherry, OscMessage.of("/wherry/position", 0f));
            say(wherry, OscMessage.of("/wherry/markers/jump", 3f));
            assertThat(hear(m -> m.address().equals("/wherry/position") && m.number(0) == 64))
                    .isNotNull();
            say(wherry, OscMessage.of("/wherry/markers/3", 0f));
            say(wherry, OscMessage.of("/wherry/position", 8f));
            say(wherry, OscMessage.of("/wherry/markers/jump", 3f));
            assertThat(hear(m -> m.address().equals("/wherry/markers/jump") && m.number(0) == 0))
                    .isNotNull();
            assertThat(wherry.panel().readings())
                    .anyMatch(reading -> reading.part().equals("/wherry/position")
                            && reading.text().equals("8 beats"));
        }
    }

    @Test
    void wherryRecordsOnlyWhileItPlays() throws IOException {
        try (Wherry wherry = new Wherry(0)) {
            say(wherry, OscMessage.of("/wherry/subscribe"));
            say(wherry, OscMessage.of("/wherry/recording", 1f));
            assertThat(hear(m -> m.address().equals("/wherry/playing") && m.number(0) == 1))
                    .isNotNull();
            say(wherry, OscMessage.of("/wherry/playing", 0f));
            assertThat(hear(m -> m.address().equals("/wherry/recording") && m.number(0) == 0))
                    .isNotNull();
        }
    }

    @Test
    void wherryListsItsParametersAndRefusesWhatItDoesNotKnow() throws IOException {
        try (Wherry wherry = new Wherry(0)) {
            say(wherry, OscMessage.of("/wherry/dump"));
            assertThat(hear(m -> m.text(0).equals("/wherry/track/4/device/1/cutoff")))
                    .isEqualTo(OscMessage.of(
                            "/wherry/parameter",
                            "/wherry/track/4/device/1/cutoff",
                            "Cutoff",
                            200f,
                            8000f,
                            8000f,
                            "Hz",
                            "log",
                            0,
                            1,
                            0));
            assertThat(hear(m -> m.address().equals("/wherry/dumped")).number(0))
                    .isEqualTo(24 * 10 + 4 + 7 + 12 + 17);
            say(wherry, OscMessage.of("/wherry/track/25/volume", 1f));
            assertThat(hear(m -> m.address().equals("/wherry/refused")).text(0)).isEqualTo("/wherry/track/25/volume");
            say(wherry, OscMessage.of("/wherry/track/1/volume", Float.NaN));
            assertThat(hear(m -> m.address().equals("/wherry/refused")).text(1)).isEqualTo("a number is expected");
        }
    }

    @Test
    void wherryReplacesADeviceAndReturnsWhatAFingerLeaves() throws IOException {
        try (Wherry wherry = new Wherry(0)) {
            say(wherry, OscMessage.of("/wherry/subscribe"));
            hear(m -> m.address().equals("/wherry/master"));
            wherry.play("device", "replace", 1);
            assertThat(hear(m -> m.address().equals("/wherry/changed")).text(0)).isEqualTo("/wherry/track/4/device/1");
            assertThat(hear(m -> m.address().equals("/wherry/track/4/device/1/time"))
                            .text(1))
                    .isEqualTo("250 ms");
            say(wherry, OscMessage.of("/wherry/automation", 2f));
            say(wherry, OscMessage.of("/wherry/track/2/volume/touch", 1));
            say(wherry, OscMessage.of("/wherry/track/2/volume", 0f));
            assertThat(hear(m -> m.address().equals("/wherry/track/2/volume")).number(0))
                    .isZero();
            say(wherry, OscMessage.of("/wherry/track/2/volume/touch", 0));
            assertThat(hear(m -> m.address().equals("/wherry/track/2/volume")).number(0))
                    .isEqualTo(-12);
        }
    }

    @Test
    void wherryModulatesThirtyTimesASecondOnceToldTo() throws IOException {
        try (Wherry wherry = new Wherry(0)) {
            say(wherry, OscMessage.of("/wherry/subscribe"));
            say(wherry, OscMessage.of("/wherry/modulator", 1f));
            for (int i = 0; i < 20; i++) {
                assertThat(hear(m -> m.address().equals("/wherry/blend/6")).number(0))
                        .isBetween(0.0, 100.0);
            }
        }
    }

    @Test
    void aBankChangedOnTheLampDeskIsToldWithItsPlaybacks() throws IOException {
        try (LampLoft loft = new LampLoft(0)) {
            say(loft, OscMessage.of("/loft/subscribe"));
            hear(m -> m.address().equals("/loft/tempo"));
            say(loft, OscMessage.of("/loft/playback/3", 70f));
            hear(m -> m.address().equals("/loft/playback/3"));
            loft.play("/loft/bank", "set", 1);
            assertThat(hear(m -> m.address().equals("/loft/bank")).number(0)).isEqualTo(4);
            assertThat(hear(m -> m.address().equals("/loft/playback/3")).number(0))
                    .isZero();
            loft.play("/loft/bank", "set", 0);
            assertThat(hear(m -> m.address().equals("/loft/playback/3")).number(0))
                    .isEqualTo(70);
            loft.play("tap", "hit", 1);
            loft.play("tap", "hit", 1);
            assertThat(hear(m -> m.address().equals("/loft/tempo")).number(0)).isEqualTo(300);
            loft.play("/loft/mover/1/pan", "set", 0);
            assertThat(hear(m -> m.address().equals("/loft/mover/1/pan")))
                    .isEqualTo(OscMessage.of("/loft/mover/1/pan", -270f, "-270 deg"));
        }
    }

    private void say(OscDesk desk, OscMessage message) throws IOException {
        byte[] packet = OscCodec.encode(message);
        socket.send(new DatagramPacket(packet, packet.length, InetAddress.getLoopbackAddress(), desk.port()));
    }

    private OscMessage hear(Predicate<OscMessage> wanted) throws IOException {
        for (int i = 0; i < 500; i++) {
            for (Message message : receive()) {
                if (message instanceof OscMessage osc && wanted.test(osc)) {
                    return osc;
                }
            }
        }
        throw new AssertionError("never heard");
    }

    /** What comes up to this address, by address. */
    private Map<String, OscMessage> hearAll(String last) throws IOException {
        Map<String, OscMessage> heard = new HashMap<>();
        while (!heard.containsKey(last)) {
            receive().forEach(message -> heard.put(((OscMessage) message).address(), (OscMessage) message));
        }
        return heard;
    }

    private List<String> hearUntilQuiet() throws IOException {
        List<String> words = new ArrayList<>();
        socket.setSoTimeout(300);
        try {
            while (true) {
                receive().forEach(m -> words.add(m.words()));
            }
        } catch (SocketTimeoutException quiet) {
            return words;
        }
    }

    private List<Message> receive() throws IOException {
        DatagramPacket packet = new DatagramPacket(new byte[65_536], 65_536);
        socket.receive(packet);
        return OscCodec.decode(packet.getData(), packet.getLength());
    }

    @Test
    void aTrackOfWherryThatIsMovedKeepsWhatItIsAndTakesEverythingAlong() throws IOException {
        try (Wherry wherry = new Wherry(0)) {
            say(wherry, OscMessage.of("/wherry/track/4/volume", -33f));
            say(wherry, OscMessage.of("/wherry/subscribe"));
            assertThat(hearAll("/wherry/track/24/meter")
                            .get("/wherry/track/4/id")
                            .text(0))
                    .isEqualTo("track-4");
            wherry.move(4, 2);
            Map<String, OscMessage> heard = hearAll("/wherry/track/24/meter");
            assertThat(heard.get("/wherry/track/2/id").text(0)).isEqualTo("track-4");
            assertThat(heard.get("/wherry/track/3/id").text(0)).isEqualTo("track-2");
            assertThat(heard.get("/wherry/track/2/name").text(0)).isEqualTo("Narrator");
            assertThat(heard.get("/wherry/track/2/volume").number(0)).isEqualTo(-33);
            say(wherry, OscMessage.of("/wherry/track/2/device/1/cutoff", 500f));
            assertThat(hear(m -> m.address().equals("/wherry/track/2/device/1/cutoff") && m.number(0) < 8000)
                            .number(0))
                    .isEqualTo(500);
            say(wherry, OscMessage.of("/wherry/track/4/device/1/cutoff", 500f));
            assertThat(hear(m -> m.address().equals("/wherry/refused")).text(0))
                    .isEqualTo("/wherry/track/4/device/1/cutoff");
        }
    }

    @Test
    void wherryLearnsAControllerAndStartsRowsByNotes() throws IOException {
        try (Wherry wherry = new Wherry(0);
                Plug plug = new Plug("Wherry", message -> {})) {
            say(wherry, OscMessage.of("/wherry/subscribe"));
            hear(m -> m.address().equals("/wherry/master"));
            plug.send(new ShortMessage(ShortMessage.CONTROL_CHANGE, 0, 20, 127));
            say(wherry, OscMessage.of("/wherry/learn", "/wherry/blend/2"));
            assertThat(hear(m -> m.address().equals("/wherry/learning")).text(0))
                    .isEqualTo("/wherry/blend/2");
            plug.send(new ShortMessage(ShortMessage.CONTROL_CHANGE, 0, 20, 127));
            assertThat(hear(m -> m.address().equals("/wherry/learned")).text(1)).isEqualTo("CC 20, ch 1");
            assertThat(hear(m -> m.address().equals("/wherry/blend/2")).number(0))
                    .isEqualTo(100);
            plug.send(new ShortMessage(ShortMessage.NOTE_ON, 0, 38, 90));
            assertThat(hear(m -> m.address().equals("/wherry/row")).number(0)).isEqualTo(3);
            wherry.play("/wherry/master", "set", 0.5);
            wherry.play("learn", "hit", 1);
            assertThat(hear(m -> m.address().equals("/wherry/learning")).text(0))
                    .isEqualTo("/wherry/master");
        } catch (InvalidMidiDataException e) {
            throw new IOException(e);
        }
    }

    @Test
    void theLampDeskIsInStepOnBothItsWires() throws IOException {
        List<Message> heard = new CopyOnWriteArrayList<>();
        try (LampLoft loft = new LampLoft(0);
                Plug plug = new Plug("Lamp Loft", heard::add)) {
            plug.tell(Identity.REQUEST);
            assertThat(heard).hasSize(1);
            assertThat(Identity.of(heard.get(0)).orElseThrow().model()).startsWith("7D 06");
            loft.play("/loft/playback/3", "set", 1);
            assertThat(heard).last().isEqualTo(new MidiMessage.ControlChange(1, 3, 127));
            loft.play("/loft/bank", "set", 0.34);
            assertThat(heard).contains(new MidiMessage.ProgramChange(1, 1));
            assertThat(heard).last().isEqualTo(new MidiMessage.ControlChange(1, 8, 0));
            heard.clear();
            plug.send(new ShortMessage(ShortMessage.PROGRAM_CHANGE, 0, 0, 0));
            assertThat(loft.panel().readings())
                    .filteredOn(reading -> reading.part().equals("/loft/playback/3"))
                    .extracting(StandIn.PanelState::text)
                    .containsExactly("100 %");
            assertThat(heard).as("what came in is not said back").isEmpty();
            plug.send(new ShortMessage(ShortMessage.NOTE_ON, 0, 36, 90));
            plug.send(new ShortMessage(ShortMessage.NOTE_OFF, 0, 36, 0));
            assertThat(loft.panel().readings())
                    .filteredOn(reading -> reading.part().equals("/loft/blackout"))
                    .extracting(StandIn.PanelState::text)
                    .containsExactly("off");
        } catch (InvalidMidiDataException e) {
            throw new IOException(e);
        }
    }
}
