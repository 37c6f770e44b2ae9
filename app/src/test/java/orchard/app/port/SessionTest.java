package orchard.app.port;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.SessionPeer;
import orchard.app.harness.TestOrchard;
import orchard.app.live.SignalLog;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.session.SessionMessage;
import orchard.signal.MidiMessage;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Network MIDI sessions over real sockets, with a participant of the tests' own. */
@ExtendWith(Orchard.class)
class SessionTest {

    private static void seat(TestOrchard orchard, String id, String session) {
        orchard.keeper()
                .commit(rig -> Edit.add(
                        "Add " + id,
                        new Part.OfDevice(
                                new Device(id, id, "", new Seat(Wire.SESSION, session, session), Profile.BLANK))));
    }

    private static PortRoom ports(TestOrchard orchard) {
        return orchard.bean(PortRoom.class);
    }

    private static void present(TestOrchard orchard, String device, boolean present) {
        Awaitility.await()
                .atMost(Duration.ofSeconds(8))
                .until(() -> ports(orchard).present().contains(device) == present);
    }

    /** What a device plays last about each thing. */
    private static Map<String, String> state(TestOrchard orchard, String device) {
        Map<String, String> state = new HashMap<>();
        orchard.bean(SignalLog.class).after(0).stream()
                .filter(entry -> entry.device().equals(device) && entry.direction() == SignalLog.Direction.IN)
                .forEach(entry ->
                        state.put(entry.message().subject(), entry.message().words()));
        return state;
    }

    @Test
    void beingInvitedPlayingBothWaysAndLeaving(TestOrchard orchard) {
        seat(orchard, "left", "Stage left");
        try (SessionPeer peer = new SessionPeer("Stage left")) {
            peer.invite(ports(orchard).sessionPort());
            present(orchard, "left", true);
            peer.play(new MidiMessage.NoteOn(1, 60, 100));
            ports(orchard).send("left", new MidiMessage.ControlChange(1, 7, 99));
            Awaitility.await().untilAsserted(() -> assertThat(peer.heard()).contains("CC 7 = 99, ch 1"));
            Awaitility.await().until(() -> state(orchard, "left").containsValue("note 60 on, velocity 100, ch 1"));
            peer.hear(SessionMessage.Feedback.class, 1);
            peer.leave();
            present(orchard, "left", false);
            assertThat(state(orchard, "left").get("note 60, ch 1"))
                    .as("nothing it held down hangs")
                    .isEqualTo("note 60 off, ch 1");
        }
    }

    @Test
    void whoStopsItsActiveSensingIsGoneUntilItSpeaksAgain(TestOrchard orchard) {
        seat(orchard, "left", "Old cable");
        try (SessionPeer peer = new SessionPeer("Old cable")) {
            peer.invite(ports(orchard).sessionPort());
            present(orchard, "left", true);
            for (int beat = 0; beat < 6; beat++) {
                peer.play(new MidiMessage.SystemMessage(MidiMessage.SystemMessage.ACTIVE_SENSING, 0, 0));
                Awaitility.await().pollDelay(Duration.ofMillis(200)).until(() -> true);
            }
            present(orchard, "left", false);
            peer.play(new MidiMessage.ControlChange(1, 7, 1));
            present(orchard, "left", true);
        }
    }

    @Test
    void aBadNetworkLeavesNothingWrong(TestOrchard orchard) {
        seat(orchard, "left", "Rough sea");
        try (SessionPeer peer = new SessionPeer("Rough sea")) {
            peer.invite(ports(orchard).sessionPort());
            present(orchard, "left", true);
            peer.lose(30);
            Random random = new Random(3);
            Map<String, String> played = new HashMap<>();
            for (int i = 0; i < 400; i++) {
                int note = 40 + random.nextInt(8);
                MidiMessage message = switch (random.nextInt(4)) {
                    case 0 -> new MidiMessage.NoteOn(1, note, 1 + random.nextInt(127));
                    case 1 -> new MidiMessage.NoteOff(1, note, 64);
                    case 2 -> new MidiMessage.ControlChange(1, note, random.nextInt(128));
                    default -> new MidiMessage.PitchBend(1, random.nextInt(16_384));
                };
                peer.play(message);
                played.put(message.subject(), message.words());
            }
            peer.lose(0);
            peer.play(new MidiMessage.ChannelPressure(16, 1));
            played.put("channel pressure, ch 16", "channel pressure = 1, ch 16");
            Awaitility.await().until(() -> state(orchard, "left").containsKey("channel pressure, ch 16"));
            Map<String, String> arrived = state(orchard, "left");
            // a note-off that was lost before its note-on ever arrived leaves no trace, and needs none
            played.entrySet().removeIf(e -> e.getValue().contains(" off") && !arrived.containsKey(e.getKey()));
            assertThat(arrived).containsAllEntriesOf(played);
        }
    }

    @Test
    void invitingSeveralAndInvitingAgain(TestOrchard orchard, Browser browser) {
        try (SessionPeer one = new SessionPeer("One");
                SessionPeer two = new SessionPeer("Two")) {
            browser.go("/connect");
            browser.ask("document.querySelector('#invite').closest('details').open = true");
            browser.type("#i-name", "Pit");
            browser.type("#i-address", "nowhere");
            browser.click("#invite button");
            browser.see("#invite .refusal", "Expected host and control port");
            for (SessionPeer peer : List.of(one, two)) {
                browser.type("#i-name", peer == one ? "Pit" : "Roof");
                browser.type("#i-address", "127.0.0.1:" + peer.port());
                browser.click("#invite button");
                browser.see("#strangerlist", peer == one ? "Pit" : "Roof");
                browser.ask("document.querySelector('#invite').closest('details').open = true");
            }
            seat(orchard, "pit", "Pit");
            seat(orchard, "roof", "Roof");
            present(orchard, "pit", true);
            present(orchard, "roof", true);
            one.hear(SessionMessage.Clock.class, 2);
            ports(orchard).send("roof", new MidiMessage.ProgramChange(2, 5));
            Awaitility.await().until(() -> two.heard().contains("program 5, ch 2"));
            assertThat(one.heard()).noneMatch(words -> words.startsWith("program"));
            one.leave();
            one.hear(SessionMessage.Invitation.class, 4);
            present(orchard, "pit", true);
        }
    }
}
