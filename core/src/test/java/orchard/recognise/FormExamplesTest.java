package orchard.recognise;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import orchard.form.Reading;
import orchard.mistake.Mistake;
import orchard.signal.Message;
import orchard.signal.MessageText;
import orchard.signal.MidiMessage;
import orchard.signal.NoteName;
import orchard.signal.SysExTemplate;
import org.junit.jupiter.api.Test;

class FormExamplesTest {

    private static List<Message> messages(String... texts) {
        List<Message> messages = new ArrayList<>();
        for (String text : texts) {
            messages.add(MessageText.parse(text, new NoteName(4)));
        }
        return messages;
    }

    private static String form(String... texts) {
        return FormExamples.of(messages(texts)).form().text();
    }

    @Test
    void whatVariesIsNamedWithItsSize() {
        assertThat(form("F0 7D 04 10 05 00 F7", "F0 7D 04 10 05 40 F7", "F0 7D 04 10 05 7F F7"))
                .isEqualTo("SysEx 7D 04 10 05 {value}");
        assertThat(form("CC 20 = 3, ch 1", "CC 20 = 90, ch 1")).isEqualTo("CC 20 = {value}, ch 1");
        assertThat(form("/track/1/volume 0.5", "/track/7/volume 0.25")).contains("{value2}", "{value4}");
        assertThat(FormExamples.of(messages("CC 20 = 3, ch 1")).doubts()).hasSize(1);
        assertThatThrownBy(() -> form("CC 20 = 3, ch 1", "/a 1"))
                .isInstanceOf(Mistake.class)
                .hasMessageContaining("Line 2");
        assertThatThrownBy(() -> FormExamples.of(List.of())).isInstanceOf(Mistake.class);
    }

    /** Random formats sent three times: what the form reads out of each message is what was put in; what is unsure is said. */
    @Test
    void theNumbersOfRandomFormatsAreReadAgain() {
        int right = 0;
        int unsure = 0;
        int wrong = 0;
        for (int seed = 0; seed < 500; seed++) {
            Random random = new Random(seed);
            String number = List.of("vv", "vv vv", "vl vh", "nh nl", "nl nh").get(random.nextInt(5));
            String check = List.of("", " cs0", " cn1", " cx0").get(random.nextInt(4));
            SysExTemplate told = SysExTemplate.of("7D %02X %02X ".formatted(random.nextInt(128), random.nextInt(128))
                    + number
                    + (random.nextBoolean() ? " 00" : "")
                    + check);
            int most = told.most();
            int[] numbers = {
                random.nextInt(most / 8), most / 2 + random.nextInt(most / 8), most - random.nextInt(most / 8)
            };
            List<Message> said = new ArrayList<>();
            for (int one : numbers) {
                said.add(told.message(one));
            }
            Reading found = FormExamples.of(said);
            boolean isRight = found.form().names().size() == 1;
            for (int i = 0; isRight && i < numbers.length; i++) {
                Object[] read = found.form().read(said.get(i));
                isRight = read != null && read[0].equals((double) numbers[i]);
            }
            right += isRight ? 1 : 0;
            unsure += !isRight && !found.doubts().isEmpty() ? 1 : 0;
            wrong += !isRight && found.doubts().isEmpty() ? 1 : 0;
            for (Message one : said) {
                assertThat(found.form().read(one)).as(found.form().text()).isNotNull();
                assertThat(one).isInstanceOf(MidiMessage.SysEx.class);
            }
        }
        assertThat(wrong).as("wrong without a word").isZero();
        assertThat(right).as("right, of 500; %d unsure", unsure).isGreaterThanOrEqualTo(475);
    }
}
