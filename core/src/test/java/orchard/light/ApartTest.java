package orchard.light;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import orchard.light.Apart.Called;
import org.junit.jupiter.api.Test;

/** Names beside one another on one device. */
class ApartTest {

    private static final String[] WORDS = {
        "Filter", "cutoff", "amount", "attack", "Oscillator", "level", "Narrator", "send", "echo", "1", "12"
    };

    @Test
    void whatAllAreCalledGivesWayToWhatTheyAreOf() {
        assertThat(Apart.of(List.of(new Called("Surf", "Volume"), new Called("Harp", "Volume")), 10))
                .containsExactly("Surf", "Harp");
        assertThat(Apart.of(List.of(new Called("Surf", "Volume")), 10)).containsExactly("Volume");
        assertThat(Apart.of(
                        List.of(new Called("Surf", "Volume"), new Called("Surf", "Pan"), new Called("Harp", "Pan")),
                        10))
                .containsExactly("Volume", "Surf Pan", "Harp");
    }

    @Test
    void wordsInCommonGoFirst() {
        assertThat(Apart.of(
                        List.of(
                                new Called("", "Oscillator filter cutoff amount"),
                                new Called("", "Oscillator filter cutoff attack")),
                        8))
                .containsExactly("amount", "attack");
    }

    /** Whatever they are called: never more letters than there are, the same is the same, and what differs looks different. */
    @Test
    void whatIsCalledDifferentlyLooksDifferent() {
        Random random = new Random(11);
        for (int run = 0; run < 20_000; run++) {
            int letters = 2 + random.nextInt(14);
            List<Called> all = new ArrayList<>();
            for (int i = 0; i < 1 + random.nextInt(9); i++) {
                all.add(new Called(random.nextInt(3) == 0 ? "" : words(random), words(random)));
            }
            List<String> shown = Apart.of(all, letters);
            Map<String, Called> by = new HashMap<>();
            for (int i = 0; i < all.size(); i++) {
                assertThat(shown.get(i)).hasSizeLessThanOrEqualTo(letters).isNotBlank();
                assertThat(by.putIfAbsent(shown.get(i), all.get(i)))
                        .as("%s in %d letters: %s", all, letters, shown)
                        .isIn(null, all.get(i));
            }
        }
    }

    private static String words(Random random) {
        List<String> words = new ArrayList<>();
        for (int i = 0; i < 1 + random.nextInt(3); i++) {
            words.add(WORDS[random.nextInt(WORDS.length)]);
        }
        return String.join(" ", words);
    }
}
