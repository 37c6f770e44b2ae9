package orchard.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import orchard.signal.Malformed;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/** Packets and their recovery journal, after RFC 6295, over a network that loses, repeats and reorders. */
class ParticipantTest {

    private final List<Message> heard = new ArrayList<>();
    private final Participant receiver = new Participant(2, 0, heard::add);

    private static byte[] packet(Participant sender, MidiMessage message) {
        List<byte[]> packets = sender.packets(message, 0);
        assertThat(packets).hasSize(1);
        return packets.get(0);
    }

    private void receive(byte[] packet) {
        receiver.received(packet, packet.length);
    }

    private List<String> words() {
        return heard.stream().map(Message::words).toList();
    }

    @Test
    void thePacketIsAsTheRfcDrawsIt() {
        Participant sender = new Participant(0x11223344, 0x0102, message -> {});
        byte[] first =
                sender.packets(new MidiMessage.NoteOn(1, 60, 100), 0x0A0B0C0DL).get(0);
        // V P X CC | M PT | sequence | timestamp | SSRC | B J Z P LEN | command | journal: S Y A H TOTCHAN, checkpoint
        assertThat(HexFormat.of().formatHex(first))
                .isEqualTo("80e1" + "0102" + "0a0b0c0d" + "11223344" + "43" + "903c64" + "800102");
        byte[] second = packet(sender, new MidiMessage.PitchBend(3, 8192));
        // one channel journal: S CHAN H LENGTH, N alone; chapter N: B LEN, LOW HIGH, one log: S NOTE, Y VELOCITY
        assertThat(HexFormat.of().formatHex(second))
                .endsWith("43" + "e20040" + "200102" + "0007" + "08" + "81f1" + "3c" + "e4");
    }

    @Test
    void readsRunningStatusDeltaTimesAndRealTimeOfOthers() {
        String header = "8061 0001 00000000 00000007";
        receive(hex(header + "0C" + "903C64" + "00 4064" + "8130 F8" + "00 3C00"));
        assertThat(words())
                .containsExactly(
                        "note 60 on, velocity 100, ch 1",
                        "note 64 on, velocity 100, ch 1",
                        "clock",
                        "note 60 off, ch 1");
        heard.clear();
        receive(hex("8061 0002 00000000 00000007" + "24" + "05 B00740"));
        assertThat(words()).containsExactly("CC 7 = 64, ch 1");
    }

    @Test
    void oneLostPacketIsRepairedByTheNext() {
        Participant sender = new Participant(1, 65_534, message -> {});
        receive(packet(sender, new MidiMessage.NoteOn(1, 60, 100)));
        packet(sender, new MidiMessage.NoteOff(1, 60, 64));
        packet(sender, new MidiMessage.NoteOn(1, 62, 90));
        packet(sender, new MidiMessage.ProgramChange(2, 7));
        packet(sender, new MidiMessage.ControlChange(2, 74, 99));
        packet(sender, new MidiMessage.ChannelPressure(3, 5));
        receive(packet(sender, new MidiMessage.PitchBend(1, 100)));
        assertThat(words())
                .containsExactly(
                        "note 60 on, velocity 100, ch 1",
                        "note 60 off, ch 1",
                        "note 62 on, velocity 90, ch 1",
                        "program 7, ch 2",
                        "CC 74 = 99, ch 2",
                        "channel pressure = 5, ch 3",
                        "pitch bend = 100, ch 1");
        assertThat(receiver.lost()).isEqualTo(5);
    }

    @Test
    void bankSelectComesBackBeforeItsProgram() {
        Participant sender = new Participant(1, 0, message -> {});
        receive(packet(sender, new MidiMessage.ControlChange(1, 1, 1)));
        packet(sender, new MidiMessage.ControlChange(1, 0, 3));
        packet(sender, new MidiMessage.ControlChange(1, 32, 4));
        packet(sender, new MidiMessage.ProgramChange(1, 5));
        receive(packet(sender, new MidiMessage.ControlChange(1, 1, 2)));
        assertThat(words()).startsWith("CC 1 = 1, ch 1", "CC 0 = 3, ch 1", "CC 32 = 4, ch 1", "program 5, ch 1");
    }

    @Test
    void lateAndRepeatedPacketsArePassedOver() {
        Participant sender = new Participant(1, 0, message -> {});
        byte[] one = packet(sender, new MidiMessage.ControlChange(1, 7, 1));
        byte[] two = packet(sender, new MidiMessage.ControlChange(1, 7, 2));
        byte[] three = packet(sender, new MidiMessage.ControlChange(1, 7, 3));
        for (byte[] packet : List.of(one, one, three, two, three)) {
            receive(packet);
        }
        assertThat(words()).containsExactly("CC 7 = 1, ch 1", "CC 7 = 2, ch 1", "CC 7 = 3, ch 1");
    }

    @Test
    void whatWasAcknowledgedIsLeftOutOfTheJournal() {
        Participant sender = new Participant(1, 0, message -> {});
        for (int i = 0; i < 100; i++) {
            packet(sender, new MidiMessage.ControlChange(1, i, 5));
        }
        int before = packet(sender, new MidiMessage.PitchBend(1, 1)).length;
        sender.acknowledged(100);
        int after = packet(sender, new MidiMessage.PitchBend(1, 2)).length;
        assertThat(before).isGreaterThan(200);
        assertThat(after).isLessThan(25);
    }

    @Test
    void longSysExTravelsInPiecesAndALostPieceHarmsNothingElse() {
        Participant sender = new Participant(1, 0, message -> {});
        byte[] data = new byte[2_500];
        Arrays.fill(data, (byte) 0x55);
        List<byte[]> pieces = sender.packets(new MidiMessage.SysEx(data), 0);
        assertThat(pieces).hasSize(3);
        pieces.forEach(this::receive);
        assertThat(heard).containsExactly(new MidiMessage.SysEx(data));
        heard.clear();
        List<byte[]> again = sender.packets(new MidiMessage.SysEx(data), 0);
        receive(again.get(0));
        receive(again.get(2));
        receive(packet(sender, new MidiMessage.NoteOn(1, 60, 1)));
        assertThat(heard).last().isEqualTo(new MidiMessage.NoteOn(1, 60, 1));
        assertThat(heard).noneMatch(message -> message instanceof MidiMessage.SysEx sysEx && sysEx.length() == 2_500);
    }

    @Test
    void aSysExThatIsBrokenOffIsVoidAndWhatFollowsArrives() {
        Participant sender = new Participant(1, 0, message -> {});
        MidiMessage.SysEx whole = new MidiMessage.SysEx(new byte[2_500]);
        MidiMessage.ControlChange silence = new MidiMessage.ControlChange(1, 120, 0);
        receive(sender.packet(Participant.commands(whole).get(0), whole, 0));
        receive(sender.packet(Participant.CANCEL, whole, 0));
        receive(packet(sender, silence));
        receive(packet(sender, new MidiMessage.SysEx(new byte[] {1, 2, 3})));
        assertThat(heard.stream().filter(MidiMessage.class::isInstance))
                .containsExactly(silence, new MidiMessage.SysEx(new byte[] {1, 2, 3}));
    }

    /** However much is lost: once a packet arrives, both sides agree, and nothing hangs. */
    @Property(tries = 300)
    void theLastPacketPutsEverythingRight(@ForAll long seed, @ForAll @IntRange(min = 0, max = 90) int lossPercent) {
        Random random = new Random(seed);
        List<Message> out = new ArrayList<>();
        Participant to = new Participant(2, 0, out::add);
        Participant from = new Participant(1, random.nextInt(65_536), message -> {});
        Map<String, String> sent = new HashMap<>();
        List<byte[]> late = new ArrayList<>();
        for (int i = 0; i < 200; i++) {
            MidiMessage message = i == 199 ? new MidiMessage.PitchBend(16, 1) : any(random);
            keep(message, sent);
            byte[] packet = from.packets(message, i).get(0);
            if (i == 199 || random.nextInt(100) >= lossPercent) {
                if (i < 199 && random.nextInt(10) == 0) {
                    late.add(packet);
                    continue;
                }
                to.received(packet, packet.length);
                if (random.nextInt(10) == 0) {
                    to.received(packet, packet.length);
                }
                if (random.nextInt(20) == 0 && to.lastHeard() >= 0) {
                    from.acknowledged(to.lastHeard());
                }
                late.forEach(each -> to.received(each, each.length));
                late.clear();
            }
        }
        Map<String, String> received = new HashMap<>();
        out.forEach(message -> keep((MidiMessage) message, received));
        sent.values().removeIf("off"::equals);
        received.values().removeIf("off"::equals);
        assertThat(received).isEqualTo(sent);
    }

    private static MidiMessage any(Random random) {
        int channel = 1 + random.nextInt(3);
        int number = random.nextInt(12);
        int value = 1 + random.nextInt(127);
        return switch (random.nextInt(7)) {
            case 0, 1 -> new MidiMessage.NoteOn(channel, 40 + number * 5, value);
            case 2, 3 -> new MidiMessage.NoteOff(channel, 40 + number * 5, 64);
            case 4 -> new MidiMessage.ControlChange(channel, 1 + number * 4, value);
            case 5 -> new MidiMessage.ProgramChange(channel, value);
            default ->
                random.nextBoolean()
                        ? new MidiMessage.PitchBend(channel, value * 100)
                        : new MidiMessage.ChannelPressure(channel, value);
        };
    }

    private static void keep(MidiMessage message, Map<String, String> state) {
        String subject = message.subject();
        if (message instanceof MidiMessage.NoteOff) {
            state.put(subject, "off");
        } else {
            state.put(subject, message.words());
        }
    }

    @Test
    void whoLeavesHoldsNothingDown() {
        Participant sender = new Participant(1, 0, message -> {});
        receive(packet(sender, new MidiMessage.NoteOn(5, 60, 100)));
        receiver.letGo();
        receiver.letGo();
        assertThat(words()).containsExactly("note 60 on, velocity 100, ch 5", "note 60 off, ch 5");
    }

    @Test
    void rubbishIsToldNotThrown() {
        Participant sender = new Participant(1, 0, message -> {});
        packet(sender, new MidiMessage.NoteOn(1, 60, 100));
        packet(sender, new MidiMessage.NoteOff(1, 60, 100));
        byte[] good = packet(sender, new MidiMessage.ControlChange(1, 7, 1));
        Random random = new Random(5);
        for (int i = 0; i < 50_000; i++) {
            byte[] bad = Arrays.copyOf(good, random.nextInt(good.length + 1));
            for (int changes = random.nextInt(4); changes > 0 && bad.length > 0; changes--) {
                bad[random.nextInt(bad.length)] = (byte) random.nextInt(256);
            }
            Participant target = new Participant(2, 0, message -> {
                if (message instanceof Malformed malformed) {
                    malformed.words();
                }
            });
            target.received(bad, bad.length);
            SessionMessage.read(bad, bad.length);
        }
    }

    private static byte[] hex(String hex) {
        return HexFormat.of().parseHex(hex.replace(" ", ""));
    }
}
