package orchard.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import orchard.gear.Control;
import orchard.gear.Profile;
import orchard.mistake.Mistake;
import orchard.parameter.Binding;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import orchard.signal.NoteName;
import orchard.signal.SysExTemplate;
import org.junit.jupiter.api.Test;

class MessageSheetTest {

    private static final NoteName NAMES = new NoteName(4);

    private static MessageSheet midi(String text) {
        return MessageSheet.of(text, Profile.BLANK, false, 5, false, NAMES);
    }

    private static List<String> words(MessageSheet sheet) {
        return sheet.entries().stream()
                .map(entry -> entry.line() + " " + entry.name() + ": "
                        + entry.found().pattern().words())
                .toList();
    }

    @Test
    void whateverAManualWritesBecomesAControl() {
        MessageSheet sheet = midi("""
                Cutoff, F0 7D 04 10 05 vv F7
                Depth, F0h 7Dh 04h 11h <depth> F7h
                Master, "F0 41 <dev> 42 12 hh hh F7"
                Both, F0 7D {one} {two} F7
                Checked, F0 7D 04 12 vv cs1 F7
                Breath, Bn 02 vv
                Solo, B0 14 7F
                Kick, 90 24 vv
                Snare, "note 38 on, velocity 100, ch 10"
                Bend, E0 ll mm
                Scene, C0 05
                Detune, "NRPN 301 = 5, ch 2"
                """);
        assertThat(sheet.faults()).isEmpty();
        assertThat(words(sheet))
                .containsExactly(
                        "1 Cutoff: SysEx 7D 04 10 05 vv",
                        "2 Depth: SysEx 7D 04 11 vv",
                        "3 Master: SysEx 41 xx 42 12 vv vv",
                        "4 Both one: SysEx 7D vv xx",
                        "4 Both two: SysEx 7D xx vv",
                        "5 Checked: SysEx 7D 04 12 vv cs1",
                        "6 Breath: CC 2, ch 5, absolute",
                        "7 Solo: CC 20, ch 1, absolute",
                        "8 Kick: note 36, ch 1, velocity",
                        "9 Snare: note 38, ch 10, velocity",
                        "10 Bend: pitch bend, ch 1, 14 bit",
                        "11 Scene: program 5, ch 1",
                        "12 Detune: NRPN 301, ch 2, 14 bit");
        List<Control> controls = sheet.controls(Profile.BLANK).controls();
        assertThat(controls.stream().map(Control::kind))
                .startsWith(Control.Kind.KNOB)
                .contains(Control.Kind.BUTTON, Control.Kind.PAD, Control.Kind.WHEEL);
        assertThat(controls.stream().map(Control::id)).doesNotHaveDuplicates();
        assertThat(controls.get(8).dimensions()).hasSize(2);
    }

    @Test
    void oscBecomesControlsOfWhatSpeaksOsc() {
        MessageSheet sheet = MessageSheet.of(
                "name;message\nX;/wand/xy {x1} {y1}\nGo;/wand/go\nHit;/wand/hit 127\nVolume;CC 7 = {v}, ch 1\nOpen;/wand/{n}/x {v}",
                Profile.BLANK,
                true,
                1,
                false,
                NAMES);
        assertThat(words(sheet).stream().map(line -> line.replaceFirst(":.*", "")))
                .containsExactly("2 X x1", "2 X y1", "3 Go", "4 Hit");
        assertThat(sheet.entries().get(3).found().pattern().high()).isEqualTo(127);
        assertThat(sheet.faults())
                .containsExactly(
                        "Line 5 (Volume): this device speaks OSC, and that is MIDI.",
                        "Line 6 (Open): a control has one address, and “{n}” may be any word.");
    }

    @Test
    void linesThatCannotBeReadAreNamedAndTheOthersAreTaken() {
        MessageSheet sheet = midi("Good\tF0 7D 01 vv F7\r\n"
                + "Wrong hex\tF0 7D 81 vv F7\r"
                + "\r"
                + "No message\n"
                + "\tF0 7D 02 vv F7\n"
                + "Fixed\tF0 7D 03 04 F7\n"
                + "Again\tF0 7D 01 vv F7\r\n"
                + "Long\tF0 7D {wide 4 nibbles} F7\n"
                + "Open\tB0 nn vv\n"
                + "Clock\tstart\n"
                + "Words\tturn it up\n"
                + "Fine\tB0 07 vv");
        assertThat(words(sheet)).containsExactly("1 Good: SysEx 7D 01 vv", "12 Fine: CC 7, ch 1, absolute");
        assertThat(sheet.faults()).hasSize(9);
        assertThat(sheet.faults().stream().map(fault -> fault.replaceFirst("^Line (\\d+).*", "$1")))
                .containsExactly("2", "4", "5", "6", "7", "8", "9", "10", "11");
        assertThat(sheet.faults())
                .anyMatch(fault -> fault.contains("above 7F"))
                .anyMatch(fault -> fault.startsWith("Line 4: expected name and message"))
                .anyMatch(fault -> fault.startsWith("Line 5 (no name): a name is needed"))
                .anyMatch(fault -> fault.contains("no number in it"))
                .anyMatch(fault -> fault.contains("“Good” says the same"))
                .anyMatch(fault -> fault.contains("{wide 4 nibbles} is another"))
                .anyMatch(fault -> fault.contains("which controller it is stands open"));
        assertThat(sheet.controls(Profile.BLANK).controls()).hasSize(2);
        assertThat(midi("A, \"F0 7D 01 vv F7\nB, F0 7D 02 vv F7").faults())
                .containsExactly("Line 1: a quotation mark that is opened is not closed.");
        assertThatThrownBy(() -> midi(" \n\r\n")).isInstanceOf(Mistake.class).hasMessageContaining("Paste lines");
    }

    @Test
    void whatADeviceSaysAlreadyIsLeftOut() {
        Profile once = midi("Cutoff, F0 7D 01 vv F7\nKick, 90 24 vv").controls(Profile.BLANK);
        MessageSheet again =
                MessageSheet.of("Other, F0 7D 01 vv F7\nPad, 90 24 7F\nNew, B0 01 vv", once, false, 1, false, NAMES);
        assertThat(words(again)).containsExactly("3 New: CC 1, ch 1, absolute");
        assertThat(again.faults()).allMatch(fault -> fault.contains("says the same"));
        assertThat(again.controls(once).controls()).hasSize(3);
    }

    @Test
    void parametersAreMadeOverAllTheirNumbers() {
        MessageSheet sheet = MessageSheet.of(
                "Cutoff, F0 7D 01 vv vv F7\nVolume, B0 07 vv\nDetune, \"NRPN 301 = {v}, ch 2\"\nKick, 90 24 vv",
                Profile.BLANK,
                false,
                1,
                true,
                NAMES);
        Profile profile = sheet.parameters(Profile.BLANK);
        assertThat(profile.parameters().stream()
                        .map(p -> p.binding().words() + " to " + p.range().high()))
                .containsExactly("SysEx 7D 01 vv vv to 16383.0", "CC 7, ch 1 to 127.0", "NRPN 301, ch 2 to 16383.0");
        assertThat(profile.parameters().get(0).binding()).isInstanceOf(Binding.SysEx.class);
        assertThat(sheet.faults())
                .containsExactly("Line 4 (Kick): no parameter is said like this; make controls of such messages.");
    }

    /** Ways to write a byte. */
    private static String written(int value, int way) {
        return switch (way) {
            case 0 -> "%02X".formatted(value);
            case 1 -> "%02x".formatted(value);
            case 2 -> "0x%02X".formatted(value);
            case 3 -> "%02Xh".formatted(value);
            default -> "$%02X".formatted(value);
        };
    }

    /** Random sheets, however written, with wrong lines between: each right line hears its number, each wrong one is named, whichever the line ends are. */
    @Test
    void randomSheetsAreRead() {
        for (int seed = 0; seed < 300; seed++) {
            Random random = new Random(seed);
            String ends = List.of("\n", "\r\n", "\r").get(random.nextInt(3));
            StringBuilder text = new StringBuilder();
            List<byte[]> heads = new ArrayList<>();
            List<Integer> wrong = new ArrayList<>();
            int lines = 1 + random.nextInt(12);
            for (int i = 0; i < lines; i++) {
                int way = random.nextInt(5);
                byte[] head = new byte[2 + random.nextInt(6)];
                random.nextBytes(head);
                for (int at = 0; at < head.length; at++) {
                    head[at] &= 0x7F;
                }
                head[0] = 0x7D;
                head[1] = (byte) i; // no two are the same
                boolean isWrong = random.nextInt(4) == 0;
                String bytes = IntStream.range(0, head.length)
                        .mapToObj(at -> isWrong && at == 1 ? "9X" + "Z".repeat(at) + ":" : written(head[at], way))
                        .collect(Collectors.joining(" "));
                text.append("Knob ")
                        .append(i)
                        .append('\t')
                        .append(written(0xF0, way))
                        .append(' ')
                        .append(bytes);
                text.append(isWrong ? " 9G 93 " : " <v> ")
                        .append(written(0xF7, way))
                        .append(ends);
                heads.add(isWrong ? null : head);
                if (isWrong) {
                    wrong.add(i + 1);
                }
            }
            MessageSheet sheet = midi(text.toString());
            assertThat(sheet.faults().stream()
                            .map(fault -> Integer.valueOf(fault.replaceFirst("^Line (\\d+).*", "$1"))))
                    .as(text.toString())
                    .isEqualTo(wrong);
            for (MessageSheet.Entry entry : sheet.entries()) {
                byte[] head = heads.get((int) entry.line() - 1);
                byte[] said = java.util.Arrays.copyOf(head, head.length + 1);
                said[head.length] = (byte) random.nextInt(128);
                SysExTemplate template = SysExTemplate.of(
                        ((MessagePattern.SysExByte) entry.found().pattern()).template());
                assertThat(template.matches(new MidiMessage.SysEx(said))).isTrue();
                assertThat(template.number(new MidiMessage.SysEx(said))).isEqualTo(said[head.length]);
            }
        }
    }

    @Test
    void whatAMessageLeavesOpenIsSaidAtItsLine() {
        MessageSheet sheet =
                midi("Cutoff, F0 7D 04 10 nn cs F7\nWidth, F0 7D 04 11 wH wL F7\nPlain, F0 7D 04 12 nn F7");
        assertThat(sheet.faults()).isEmpty();
        assertThat(sheet.entries()).hasSize(3);
        assertThat(sheet.entries().get(0).doubts()).singleElement().asString().contains("looks like a checksum");
        assertThat(sheet.entries().get(1).doubts()).singleElement().asString().contains("two halves of one number");
        assertThat(sheet.entries().get(2).doubts()).isEmpty();
    }

    @Test
    void tenThousandLinesAreReadAndSoManyControlsRefused() {
        String many = IntStream.range(0, 10_000)
                .mapToObj(i -> "Knob %d, F0 7D %02X %02X vv F7".formatted(i, i / 128, i % 128))
                .collect(Collectors.joining("\n"));
        assertThatThrownBy(() -> midi(many)).isInstanceOf(Mistake.class).hasMessageContaining("at most 4,096");
        String wrong = many.replace("F0 7D", "F0 FD");
        assertThat(midi(wrong).faults()).hasSize(10_000);
        MessageSheet fits = midi(many.lines().limit(4_096).collect(Collectors.joining("\n")));
        assertThat(fits.controls(Profile.BLANK).controls()).hasSize(4_096);
        assertThat(fits.parameters(Profile.BLANK).parameters()).hasSize(4_096);
    }
}
