package orchard.recognise;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import orchard.signal.MidiMessage;
import orchard.signal.SysExTemplate;
import org.junit.jupiter.api.Test;

/** What a message is made of, found from a few of its kind. */
class ExamplesTest {

    private static final int FORMATS = 2_000;
    private static final List<String> NUMBERS = List.of("vv", "vv vv", "vl vh", "nh nl", "nl nh");

    private static List<MidiMessage.SysEx> messages(String... hex) {
        return Stream.of(hex)
                .map(one -> new MidiMessage.SysEx(
                        java.util.HexFormat.ofDelimiter(" ").parseHex(one)))
                .toList();
    }

    @Test
    void aByteThatVariesIsTheNumber() {
        Examples found = Examples.of(messages("7D 04 10 05 00", "7D 04 10 05 40", "7D 04 10 05 7F"));
        assertThat(found.isSure()).isTrue();
        assertThat(found.templates()).extracting(SysExTemplate::text).containsExactly("7D 04 10 05 vv");
        assertThat(found.places().get(4)).isEqualTo(new Examples.Place("00–7F", Examples.Role.NUMBER));
    }

    @Test
    void halvesChecksumsAndCountersAreTold() {
        SysExTemplate told = SysExTemplate.of("7D 01 xx 20 vl vh 00 cn1");
        List<MidiMessage.SysEx> said = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            byte[] data = told.message(new int[] {5, 8_000, 16_001}[i]).data();
            data[2] = (byte) (9 + i);
            data[7] = (byte) told.checksum().of(new MidiMessage.SysEx(data));
            said.add(new MidiMessage.SysEx(data));
        }
        Examples found = Examples.of(said);
        assertThat(found.doubts()).isEmpty();
        SysExTemplate template = found.templates().get(0);
        assertThat(said)
                .allMatch(template::matches)
                .extracting(template::number)
                .containsExactly(5, 8_000, 16_001);
        assertThat(found.places())
                .extracting(Examples.Place::role)
                .containsExactly(
                        Examples.Role.FIXED,
                        Examples.Role.FIXED,
                        Examples.Role.COUNTER,
                        Examples.Role.FIXED,
                        Examples.Role.NUMBER,
                        Examples.Role.NUMBER,
                        Examples.Role.FIXED,
                        Examples.Role.CHECKSUM);
        byte[] broken = said.get(0).data();
        broken[7] ^= 1;
        assertThat(template.matches(new MidiMessage.SysEx(broken)))
                .as("a wrong checksum")
                .isFalse();
    }

    @Test
    void severalNumbersBecomeAsManyTemplates() {
        Examples found = Examples.of(messages("7D 10 01 20 05", "7D 40 01 20 33", "7D 70 01 20 61"));
        assertThat(found.isSure()).isFalse();
        assertThat(found.templates())
                .extracting(SysExTemplate::text)
                .containsExactly("7D vv 01 20 xx", "7D xx 01 20 vv");
    }

    @Test
    void whatTellsNothingSaysSo() {
        assertThatThrownBy(() -> Examples.of(messages("7D 01 02"))).hasMessageContaining("two other settings");
        assertThatThrownBy(() -> Examples.of(messages("7D 01 02", "7D 01 02"))).hasMessageContaining("the same");
        assertThatThrownBy(() -> Examples.of(messages("7D 01 02", "7D 01")))
                .hasMessageContaining("one message has 3 bytes, another 2");
        assertThat(Examples.of(messages("7D 01 02", "7D 01 40")).doubts())
                .singleElement()
                .asString()
                .contains("one more");
    }

    /** Random formats, three messages each, low, about the middle, and high: nearly all are recovered, and those that are not are said to be unsure. */
    @Test
    void randomFormatsAreRecoveredOrDoubted() {
        int right = 0;
        for (int seed = 0; seed < FORMATS; seed++) {
            Random random = new Random(seed);
            SysExTemplate format = format(random);
            int eighth = format.most() / 8;
            List<MidiMessage.SysEx> said = Stream.of(0, 3 * eighth + random.nextInt(eighth), 7 * eighth)
                    .map(from -> format.message(from + random.nextInt(eighth)))
                    .toList();
            Examples found = Examples.of(said);
            boolean isRight = found.templates().size() == 1
                    && random.ints(50, 0, format.most() + 1).allMatch(number -> {
                        MidiMessage.SysEx message = format.message(number);
                        SysExTemplate template = found.templates().get(0);
                        return template.matches(message) && template.number(message) == number;
                    });
            right += isRight ? 1 : 0;
            if (!isRight) {
                assertThat(found.isSure())
                        .as("%s, found %s", format.text(), found)
                        .isFalse();
            }
        }
        assertThat(right).isGreaterThanOrEqualTo(FORMATS * 95 / 100);
    }

    private static SysExTemplate format(Random random) {
        List<String> bytes = new ArrayList<>(List.of("7D"));
        for (int i = 1 + random.nextInt(5); i > 0; i--) {
            bytes.add("%02X".formatted(random.nextInt(128)));
        }
        bytes.add(NUMBERS.get(random.nextInt(NUMBERS.size())));
        for (int i = random.nextInt(3); i > 0; i--) {
            bytes.add("%02X".formatted(random.nextInt(128)));
        }
        if (random.nextBoolean()) {
            bytes.add("c" + "snx".charAt(random.nextInt(3)) + random.nextInt(2));
        }
        return SysExTemplate.of(String.join(" ", bytes));
    }
}
