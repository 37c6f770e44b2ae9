package orchard.form;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import orchard.mistake.Mistake;
import orchard.signal.Checksum;
import orchard.signal.Message;
import orchard.signal.MessageText;
import orchard.signal.MidiMessage;
import orchard.signal.NoteName;
import orchard.signal.OscMessage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MessageFormTest {

    private static final NoteName NAMES = new NoteName(4);

    private static Map<String, Object> values(MessageForm form, Message message) {
        Object[] read = form.read(message);
        if (read == null) {
            return null;
        }
        Map<String, Object> values = new HashMap<>();
        for (int i = 0; i < read.length; i++) {
            values.put(form.names().get(i), read[i]);
        }
        return values;
    }

    private static Message typed(String text) {
        return MessageText.parse(text, NAMES);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "CC 20 = {level}, ch any | CC 20 = 64, ch 3 | {level=64.0}",
                "CC {number} = {level}, ch 1..4 | CC 7 = 0, ch 4 | {number=7.0, level=0.0}",
                "CC 20 = 0..63, ch 1 | CC 20 = 64, ch 1 | ",
                "CC 20 = {level}, ch 2 | CC 20 = 64, ch 1 | ",
                "note 60..72 on, velocity {force}, ch 1 | note 65 on, velocity 9, ch 1 | {force=9.0}",
                "note any off, velocity any, ch {where} | note 65 on, velocity 1, ch 1 | ",
                "program {patch}, ch 1 | program 5, ch 1 | {patch=5.0}",
                "pitch bend = {bend}, ch 1 | pitch bend = 8192, ch 1 | {bend=8192.0}",
                "channel pressure = {p}, ch any | channel pressure = 3, ch 9 | {p=3.0}",
                "pressure of note 60 = {p}, ch any | pressure of note 60 = 3, ch 9 | {p=3.0}",
                "NRPN 300 = {v}, ch 1 | NRPN 300 = 9000, ch 1 | {v=9000.0}",
                "song position {at} | song position 300 | {at=300.0}",
                "start | start | {}",
                "SysEx 7D 04 {level} | F0 7D 04 11 F7 | {level=17.0}",
                "SysEx 7D 04 {level 2 bytes} | F0 7D 04 01 02 F7 | {level=130.0}",
                "SysEx 7D 04 {level 2 bytes fine first} | F0 7D 04 01 02 F7 | {level=257.0}",
                "SysEx 7D {pan signed} | F0 7D 7F F7 | {pan=-1.0}",
                "SysEx 7D {v 4 nibbles} | F0 7D 0A 0B 0C 0D F7 | {v=43981.0}",
                "SysEx 7D {v 4 nibbles fine first signed} | F0 7D 0F 0F 0F 0F F7 | {v=-1.0}",
                "SysEx 7D {v 2 packed bytes} | F0 7D 01 01 02 F7 | {v=33026.0}",
                "SysEx 7D {name 5 letters} {v} | F0 7D 53 75 72 66 20 01 F7 | {name=Surf, v=1.0}",
                "SysEx 7D any 00..3F {v} | F0 7D 55 3F 01 F7 | {v=1.0}",
                "SysEx 7D any 00..3F {v} | F0 7D 55 40 01 F7 | ",
                "SysEx 7D {v} {check sum from 0} | F0 7D 05 02 F7 | {v=5.0}",
                "SysEx 7D {v} {check sum from 0} | F0 7D 05 03 F7 | ",
                "/track/{n}/volume {level} | /track/12/volume 0.5 | {n=12.0, level=0.5}",
                "/track/{n}/name {name text} | /track/3/name \"Low Water\" | {n=3.0, name=Low Water}",
                "/any/{what} any 0..1 \"on\" | /desk/lamp 9 0.5 \"on\" | {what=lamp}",
                "/any/{what} any 0..1 \"on\" | /desk/lamp 9 1.5 \"on\" | ",
                "/fader {v} | /fader true | {v=1.0}",
                "/fader {v} | /fader/1 true | ",
                "SysEx 7D {v} {v} | F0 7D 05 05 F7 | {v=5.0}",
                "SysEx 7D {v} {v} | F0 7D 05 06 F7 | ",
            })
    void aMessageIsRecognisedWithWhatHasAName(String form, String message, String values) {
        MessageForm read = MessageForm.of(form);
        assertThat(read.text()).isEqualTo(form);
        Map<String, Object> found = values(read, typed(message));
        assertThat(found == null ? "" : found.toString().isEmpty() ? "{}" : sorted(found))
                .isEqualTo(values == null ? "" : sorted(parse(values)));
    }

    private static String sorted(Map<String, Object> values) {
        return new java.util.TreeMap<>(values).toString();
    }

    private static Map<String, Object> parse(String values) {
        Map<String, Object> all = new HashMap<>();
        for (String one : values.substring(1, values.length() - 1).split(", ")) {
            if (!one.isEmpty()) {
                all.put(one.split("=")[0], one.split("=")[1]);
            }
        }
        return all;
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "CC 20 = {level, ch 1 | is not closed by a }",
                "CC 128 = {level}, ch 1 | controller is a whole number from 0 to 127",
                "CC 1 = {level}, ch 17 | channel is a whole number from 1 to 16",
                "CC 1 = {level 2 bytes}, ch 1 | a name like {level}",
                "CC 1 = {x}, ch 1 | means something else in formulas",
                "CC 1 = {1a}, ch 1 | is no name for a number",
                "CC 1 = 9..3, ch 1 | from the lower to the higher",
                "SysEx | A SysEx needs bytes",
                "SysEx 80 | bytes inside a SysEx are 00–7F",
                "SysEx 7G | “7G” is no byte",
                "SysEx {v} {check sum from 1} | counts nothing",
                "SysEx {check sum from 0} | counts nothing",
                "SysEx {v} {check total from 0} | a checksum is {check sum from 0}",
                "SysEx {v 8 bytes} | 1–7 bytes, not 8",
                "SysEx {v 3 words} | is no size",
                "/ | stands a word",
                "/a//b | stands a word",
                "/a {v maybe} | is no size",
                "/a {v 2 bytes} | in OSC a number has a type",
                "/a {check sum from 0} | there are no checksums",
                "/a/{n whole} | stands a word",
                "SysEx 7D {v whole} | a number has a size",
                "/a 1e999 | lies within",
                "hello | Expected a message some places of which vary",
            })
    void whatCannotBeReadIsNamed(String form, String sentence) {
        assertThatThrownBy(() -> MessageForm.of(form))
                .isInstanceOf(Mistake.class)
                .hasMessageContaining(sentence);
    }

    /** What is kept has to be read again, whatever number stands in it. */
    @Property(tries = 1_000)
    void anyNumberIsWrittenSoThatItIsReadAgain(@ForAll double one, @ForAll double other) {
        double low = Math.min(one, other) % 1e18;
        double high = Math.max(one, other) % 1e18;
        MessageForm form = new MessageForm(
                "OSC",
                List.of(new Cell.Said("a")),
                List.of(new Cell.Fixed(low), new Cell.Within(Math.min(low, high), Math.max(low, high))));
        assertThat(MessageForm.of(form.text()).text()).isEqualTo(form.text());
        assertThat(MessageForm.of("/a 0.00001..1").text()).isEqualTo("/a 0.000010..1");
    }

    @Property(tries = 500)
    void anyAddressIsWrittenSoThatItIsReadAgain(
            @ForAll @net.jqwik.api.constraints.Size(min = 1, max = 4) List<@net.jqwik.api.From("words") String> words) {
        OscMessage heard = OscMessage.of("/" + String.join("/", words), 0.5f);
        MessageForm form = MessageForm.of(heard);
        assertThat(MessageForm.of(form.text())).isEqualTo(form);
        assertThat(form.message(name -> 0.0)).isEqualTo(heard);
    }

    @Provide
    Arbitrary<String> words() {
        return Arbitraries.of(
                "any", "Any", "\"any\"", "\"", "\"\"", "a\"b", "1", "0..3", "-", "ä", "[1-3]", "*", "x:y", "\\");
    }

    @Test
    void aTextOfAnyLengthIsAnsweredWithASentence() {
        for (String text : List.of(
                "/a \"" + "x".repeat(100_000) + "\"",
                "SysEx " + "7D ".repeat(50_000),
                "/a \"" + "\\\\".repeat(50_000))) {
            assertThatThrownBy(() -> FormReader.read(text, NAMES)).isInstanceOf(Mistake.class);
        }
        assertThat(MessageForm.of("/a \"" + "\\\\".repeat(900) + "\"").arguments())
                .hasSize(1);
    }

    @Test
    void whatIsSaidIsCutToWhatItsPlaceHolds() {
        MessageForm form = MessageForm.of("CC 20 = {level}, ch 1");
        assertThat(form.message(name -> 200.0)).isEqualTo(new MidiMessage.ControlChange(1, 20, 127));
        assertThat(form.message(name -> -3.2)).isEqualTo(new MidiMessage.ControlChange(1, 20, 0));
        assertThatThrownBy(() -> form.message(name -> Double.NaN)).hasMessageContaining("nothing is known for “level”");
        assertThatThrownBy(() -> MessageForm.of("CC 20 = any, ch 1").message(name -> 1.0))
                .hasMessageContaining("in place of “any” stands a number");
    }

    @Test
    void aTextIsSaidAsAWordOfAnAddress() {
        MessageForm form = MessageForm.of("/track/{name}/mute 1");
        assertThat(((OscMessage) form.message(name -> "The Clock/maker*")).address())
                .isEqualTo("/track/The_Clock_maker_/mute");
        assertThat(((OscMessage) form.message(name -> "")).address()).isEqualTo("/track/_/mute");
        assertThat(((OscMessage) form.message(name -> 3.0)).address()).isEqualTo("/track/3/mute");
    }

    @Test
    void oscIsSaidInItsTypes() {
        MessageForm form = MessageForm.of("/a/{n} {f} {i whole} {t text} {s switch} {d double} 3 0.5 \"x\"");
        assertThat(((OscMessage) form.message(name -> 1.0)).words())
                .isEqualTo(((OscMessage) MessageText.parse("/a/1 1.000", NAMES)).address()
                        + " 1.000 1 “1” true 1.000 3 0.500 “x”");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "F0 41 <dev> 42 12 <addr> <addr> vv F7 | SysEx 41 {dev} 42 12 {addr 2 bytes} {vv}",
                "F0h 7Dh nn 0x05, $06 [data] F7h | SysEx 7D {nn} 05 06 {data}",
                "F0,41,10,<LSB>,<MSB>,F7 | SysEx 41 10 {value 2 bytes fine first}",
                "F0 7D vH vL 00H F7 | SysEx 7D {v 2 bytes} 00",
                "F0 7D mm ll F7 | SysEx 7D {value 2 bytes}",
                "F0 7D pan_hi pan_lo level F7 | SysEx 7D {pan 2 bytes} {level}",
                "F0 7D 0n 0n 0n 0n F7 | SysEx 7D {n 4 nibbles}",
                "F0 7D 0h 0l 0k F7 | SysEx 7D {value 2 nibbles} {k nibble}",
                "F0 7D aa bb checksum F7 | SysEx 7D {aa} {bb} any",
                "F0 7D 12 vv cs F7 | SysEx 7D 12 {vv} any",
                "F0 7D <name> <name> <name> <name> <name> <name> <name> <name> F7 | SysEx 7D {name 8 letters}",
                "240 125 n 16 247 | SysEx 7D {n} 10",
                "176 20 v | CC 20 = {v}, ch 1",
                "11110000 01111101 0vvvvvvv 0000wwww 11110111 | SysEx 7D {v} {w nibble}",
                "1011nnnn 00010100 0vvvvvvv | CC 20 = {v}, ch {channel}",
                "F07D04vvF7 | SysEx 7D 04 {vv}",
                "F0 7D<dev>vv F7 | SysEx 7D {dev} {vv}",
                "Bn cc vv | CC {cc} = {vv}, ch {channel}",
                "B0 cc dd | CC {cc} = {dd}, ch 1",
                "E3 aa bb | pitch bend = {bend}, ch 4",
                "F0-7D-04-vv-F7 | SysEx 7D 04 {vv}",
                "0xF00x7D0xvv0xF7 | SysEx 7D {vv}",
                "F0 7D 04 vv F7 (volume) | SysEx 7D 04 {vv}",
                "Bn 14 vv | CC 20 = {vv}, ch {channel}",
                "B2 14 <x> | CC 20 = {x_}, ch 3",
                "En ll mm | pitch bend = {bend}, ch {channel}",
                "CC 20 = 64, ch 3 | CC 20 = 64, ch 3",
                "note C4 on, velocity 9 | note 60 on, velocity 9, ch 1",
                "/track/1 0.5 \"a\" | /track/1 0.5 \"a\"",
                "CC 20 = {level}, ch any | CC 20 = {level}, ch any",
            })
    void whatAManualSaysIsRead(String pasted, String form) {
        assertThat(FormReader.read(pasted, NAMES).form().text()).isEqualTo(form);
    }

    @Test
    void whatAManualLeavesOpenIsSaid() {
        assertThat(FormReader.read("F0 7D 12 vv <cs> F7", NAMES).doubts())
                .singleElement()
                .asString()
                .startsWith("“<cs>” looks like a checksum");
        assertThat(FormReader.read("F0 7D vH vL dd F7 rest", NAMES).doubts())
                .containsExactly(
                        "“vH” and “vL” are taken for the two halves of one number",
                        "“dd” is taken for a name: as a byte it would be above 7F",
                        "what stands behind F7 was passed over: “rest”");
        assertThat(FormReader.read("F0 7D 12 vv F7", NAMES).doubts()).isEmpty();
        assertThatThrownBy(() -> FormReader.read("F0 7D vv ... F7", NAMES))
                .hasMessageStartingWith("Byte 4: “...” may be any number of bytes");
        assertThatThrownBy(() -> FormReader.read("F0 7D <vv F7", NAMES))
                .hasMessage("Byte 3: “<” is opened and not closed");
        assertThatThrownBy(() -> FormReader.read("F0 7D FD vv F7", NAMES)).hasMessageContaining("“FD” is above 7F");
    }

    /** Whatever is pasted is read or refused with a sentence. */
    @Property(tries = 5_000)
    void nothingThatIsPastedBreaksTheReader(@ForAll long seed) {
        Random random = new Random(seed);
        String[] pieces = {
            "F0",
            "F7",
            "7D",
            "<",
            ">",
            "{",
            "}",
            "[",
            "vv",
            "0n",
            "0x",
            "1011nnnn",
            "0vvvvvvv",
            "240",
            "cs",
            "mm",
            "ll",
            "h",
            "l",
            "dd",
            "...",
            "FF",
            ",",
            ";",
            "-",
            "ü",
            "\\x",
            "Bn",
            "{check sum from 0}",
            "{a 2 bytes}",
            "\"",
            "9",
            "\n",
            "name_msb",
            "name_lsb",
            "x"
        };
        StringBuilder text = new StringBuilder();
        for (int i = random.nextInt(14); i >= 0; i--) {
            text.append(pieces[random.nextInt(pieces.length)]).append(random.nextInt(4) == 0 ? "" : " ");
        }
        try {
            MessageForm form = FormReader.read(text.toString(), NAMES).form();
            assertThat(MessageForm.of(form.text())).isEqualTo(form);
        } catch (Mistake refused) {
            assertThat(refused.getMessage()).doesNotContain("Exception").isNotBlank();
        }
    }

    @Test
    void ofSeveralMessagesWhatDiffersVaries() {
        assertThat(FormReader.read("F0 7D 01 05 F7\nF0 7D 01 06 F7\n\nF0 7D 01 00 F7", NAMES)
                        .form()
                        .text())
                .isEqualTo("SysEx 7D 01 {value}");
        assertThat(FormReader.read("/a/1/v 0.5 \"x\"\n/a/2/v 0.7 \"y\"", NAMES)
                        .form()
                        .text())
                .isEqualTo("/a/{value2}/v {value4} {value5 text}");
        assertThatThrownBy(() -> FormReader.read("CC 1 = 2\nprogram 5", NAMES))
                .hasMessageContaining("Line 2 is a message of another kind");
        assertThatThrownBy(() -> FormReader.read("F0 81 F7 <v>", NAMES)).isInstanceOf(Mistake.class);
        assertThatThrownBy(() -> FormReader.read("", NAMES)).hasMessageContaining("Paste a message");
    }

    /** One over a stretch of what stands before it. */
    private static Cell.Sum sum(Random random, List<Cell> before) {
        int bytes = before.stream().mapToInt(MessageForm::size).sum();
        int from = random.nextInt(bytes);
        return new Cell.Sum(
                Checksum.Kind.values()[random.nextInt(3)],
                from,
                random.nextBoolean() ? Cell.Sum.BEFORE : from + random.nextInt(bytes - from));
    }

    @Test
    void aChecksumCountsTheStretchThatWasChosen() {
        MessageForm form = MessageForm.of("SysEx 01 02 {a} {b} 05 {check sum from 1 to 2}");
        assertThat(form.message(name -> name.equals("a") ? 16.0 : 99.0))
                .isEqualTo(MessageText.parse("SysEx 01 02 10 63 05 12", NAMES));
        assertThat(form.read(MessageText.parse("SysEx 01 02 10 63 05 12", NAMES)))
                .containsExactly(16.0, 99.0);
        assertThat(form.read(MessageText.parse("SysEx 01 02 10 63 05 13", NAMES)))
                .isNull();
        assertThatThrownBy(() -> MessageForm.of("SysEx 01 {a} {check sum from 1 to 2}"))
                .hasMessage("The checksum at byte 3 counts from byte 2 to byte 3,"
                        + " and has to end at one of them that lies before it");
        assertThatThrownBy(() -> MessageForm.of("SysEx 01 02 {a} {check sum from 2 to 1}"))
                .hasMessageContaining("has to end");
    }

    /** Any form says messages that it recognises, with the very values. */
    @Property(tries = 2_000)
    void whatIsSaidIsRecognised(@ForAll long seed) {
        Random random = new Random(seed);
        List<Cell> cells = new ArrayList<>();
        int places = 1 + random.nextInt(8);
        for (int i = 0; i < places; i++) {
            Size.Unit unit = Size.Unit.values()[random.nextInt(4)];
            boolean isText = unit == Size.Unit.LETTER;
            cells.add(
                    switch (random.nextInt(3)) {
                        case 0 -> new Cell.Fixed(random.nextInt(128));
                        case 1 -> i == 0 ? new Cell.Fixed(1) : sum(random, cells);
                        default ->
                            new Cell.Named(
                                    "n" + i,
                                    new Size(
                                            unit,
                                            1 + random.nextInt(6),
                                            !isText && random.nextBoolean(),
                                            !isText && random.nextBoolean()),
                                    Cell.Type.FLOAT);
                    });
        }
        MessageForm form = new MessageForm("SysEx", cells, List.of());
        assertThat(MessageForm.of(form.text())).isEqualTo(form);
        Map<String, Object> said = new HashMap<>();
        for (String name : form.names()) {
            double[] ends = form.ends(name);
            said.put(
                    name,
                    Double.isNaN(ends[0])
                            ? "a" + random.nextInt(10)
                            : (Object) (Math.rint(ends[0] + random.nextDouble() * (ends[1] - ends[0])) + 0.0));
        }
        Map<String, Object> heard = values(form, form.message(said::get));
        said.replaceAll((name, value) -> value instanceof String text
                ? text.substring(
                        0,
                        Math.min(
                                text.length(),
                                ((Cell.Named) form.all().stream()
                                                .filter(cell -> cell instanceof Cell.Named named
                                                        && named.name().equals(name))
                                                .findFirst()
                                                .orElseThrow())
                                        .size()
                                        .count()))
                : value);
        assertThat(heard).isEqualTo(said);
    }

    /** The index finds what a look at every form finds, in the same order. */
    @Property(tries = 500)
    void theIndexFindsTheSameAsALookAtEach(@ForAll long seed) {
        Random random = new Random(seed);
        String[] forms = {
            "CC {a} = {b}, ch any",
            "CC 20 = {b}, ch any",
            "CC 20 = 5, ch 1",
            "CC any = 0..9, ch 1",
            "CC 21 = {b}, ch {c}",
            "note any on, velocity {v}, ch 1",
            "SysEx 7D {a}",
            "SysEx 7D any",
            "SysEx {a 2 bytes}",
            "SysEx 7D 01",
            "SysEx 7E {a}",
            "/a/{n}",
            "/a/1",
            "/any/1 {v}",
            "/b/{n} {v}",
            "start"
        };
        String[] messages = {
            "CC 20 = 5, ch 1", "CC 20 = 50, ch 1", "CC 21 = 5, ch 2", "note 60 on, velocity 3, ch 1", "F0 7D 01 F7",
                    "F0 7E 01 F7",
            "F0 7D 02 F7", "/a/1", "/a/2 0.5", "/b/1 3", "start", "stop"
        };
        List<Map.Entry<MessageForm, Integer>> all = new ArrayList<>();
        for (int i = 0; i < 20; i++) {
            all.add(Map.entry(MessageForm.of(forms[random.nextInt(forms.length)]), i));
        }
        FormIndex<Integer> index = new FormIndex<>(all);
        for (String text : messages) {
            Message message = typed(text);
            List<Integer> found = new ArrayList<>();
            index.each(message, (what, form, values) -> found.add(what));
            assertThat(found)
                    .containsExactlyInAnyOrderElementsOf(all.stream()
                            .filter(one -> one.getKey().read(message) != null)
                            .map(Map.Entry::getValue)
                            .toList());
        }
    }
}
