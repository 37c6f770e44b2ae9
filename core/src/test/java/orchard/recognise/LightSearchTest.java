package orchard.recognise;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import orchard.gear.Control;
import orchard.gear.Dimension;
import orchard.light.Letters;
import orchard.light.Light;
import orchard.signal.Encoding;
import orchard.signal.Message;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Lights are found on boxes whose numbers nobody knows, by a person who only says what is lit. */
class LightSearchTest {

    private static final byte[] TEXT = {0x7D, 0x33, 0x05, 0};

    /** A box with pads and knobs; which message lights which control is shuffled by the seed. */
    private static final class Box {
        final List<Control> controls = new ArrayList<>();
        /** Note or, from 1,000 on, controller, by the control it lights. */
        final Map<String, Integer> lights = new HashMap<>();

        final Map<Integer, Integer> now = new HashMap<>();
        final Map<Integer, String> words = new HashMap<>();
        final Random random;
        final int channel;
        int answers;

        Box(long seed, boolean ownNumbers) {
            random = new Random(seed);
            channel = 1 + random.nextInt(16);
            List<Integer> notes = numbers(128);
            List<Integer> controllers = numbers(119);
            List<Integer> lit = numbers(128);
            int pads = 4 + random.nextInt(13);
            int knobs = 2 + random.nextInt(7);
            for (int i = 0; i < pads; i++) {
                MessagePattern hit = new MessagePattern.NoteVelocity(channel, notes.get(i));
                add("pad" + i, Control.Kind.PAD, new Dimension("velocity", hit));
                int foreign = random.nextInt(4) == 0 ? 1_000 + controllers.get(60 + i) : lit.get(i);
                lights.put("pad" + i, ownNumbers ? notes.get(i) : foreign);
            }
            for (int i = 0; i < knobs; i++) {
                MessagePattern turn =
                        new MessagePattern.Controller(channel, controllers.get(i), Encoding.TWOS_COMPLEMENT);
                add("knob" + i, Control.Kind.ENDLESS_KNOB, new Dimension("turn", turn));
                if (random.nextInt(5) > 0) {
                    lights.put("knob" + i, 1_000 + controllers.get(ownNumbers ? i : 40 + i));
                }
            }
        }

        private List<Integer> numbers(int count) {
            List<Integer> numbers =
                    new ArrayList<>(IntStream.range(0, count).boxed().toList());
            Collections.shuffle(numbers, random);
            return numbers;
        }

        private void add(String id, Control.Kind kind, Dimension dimension) {
            controls.add(new Control(id, id, kind, List.of(dimension), new Control.Face(0, 0, 1, 1)));
        }

        void hears(Message message) {
            if (message instanceof MidiMessage.NoteOn m && m.channel() == channel) {
                now.put(m.note(), m.velocity());
            } else if (message instanceof MidiMessage.ControlChange m && m.channel() == channel) {
                now.put(1_000 + m.number(), m.value());
            } else if (message instanceof MidiMessage.SysEx m && m.startsWith((byte) 0x7D, (byte) 0x33)) {
                byte[] data = m.data();
                words.put((int) data[3], new String(data, 4, data.length - 4).strip());
            }
        }

        Set<String> lit() {
            return lights.entrySet().stream()
                    .filter(light -> now.getOrDefault(light.getValue(), 0) > 0)
                    .map(Map.Entry::getKey)
                    .collect(Collectors.toSet());
        }
    }

    private static LightSearch found(Box box) {
        LightSearch search = new LightSearch(box.controls, List.of(new Letters(TEXT, 8)));
        for (LightSearch.Step step; (step = search.step()) != null; ) {
            step.say().forEach(box::hears);
            Set<String> lit = box.lit();
            if (step.question().contains("says")) {
                // display 1 is that of the first knob
                assertThat(box.words.get(1)).isEqualTo("Say 1");
                lit = Set.of("knob0");
            } else if (step.single()) {
                // values in the lower half look red here, in the upper half green
                boolean isRed = step.question().contains("red");
                boolean isGreen = step.question().contains("green");
                lit = box.lights.entrySet().stream()
                        .filter(light -> light.getKey().startsWith("pad"))
                        .filter(light -> {
                            int value = box.now.getOrDefault(light.getValue(), 0);
                            return isRed && value > 0 && value < 64 || isGreen && value >= 64;
                        })
                        .map(Map.Entry::getKey)
                        .sorted()
                        .limit(1)
                        .collect(Collectors.toSet());
            } else if (!step.expected().isEmpty()) {
                lit = lit.equals(step.expected()) ? step.expected() : new HashSet<>();
            }
            search.answer(lit);
            box.answers++;
            step.after().forEach(box::hears);
        }
        return search;
    }

    private static Map<String, Integer> byControl(LightSearch search, Box box) {
        return search.lights().stream()
                .filter(light -> !light.id().endsWith(".display"))
                .collect(Collectors.toMap(Light::control, light -> {
                    Message on = light.kind().message(1, "");
                    return on instanceof MidiMessage.NoteOn m
                            ? m.note()
                            : 1_000 + ((MidiMessage.ControlChange) on).number();
                }));
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20})
    void everyLightIsFoundWhateverOrderTheDeviceHas(long seed) {
        Box box = new Box(seed, false);
        LightSearch search = found(box);
        assertThat(byControl(search, box)).isEqualTo(box.lights);
        assertThat(box.now.values()).as("all is dark again").containsOnly(0);
        assertThat(box.answers)
                .as("seven rounds for 128 numbers of each of two kinds, and a few besides")
                .isLessThanOrEqualTo(2 + 1 + 2 + 1 + 2 * 8 + 3 + 3 + 1);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void whatLightsForItselfIsFoundAtOnce(long seed) {
        Box box = new Box(seed, true);
        LightSearch search = found(box);
        assertThat(byControl(search, box)).isEqualTo(box.lights);
        assertThat(box.answers).isLessThanOrEqualTo(2 + 1 + 2 + 1 + 3 + 3 + 1);
        assertThat(search.palette()).extracting(swatch -> swatch.name()).contains("red", "green");
        assertThat(search.palette())
                .filteredOn(swatch -> swatch.name().equals("red"))
                .allMatch(swatch -> swatch.value() < 64);
        assertThat(search.lights())
                .filteredOn(light -> light.id().equals("knob1.display"))
                .extracting(Light::kind)
                .containsExactly(new Letters(new byte[] {0x7D, 0x33, 0x05, 2}, 8));
    }

    @Test
    void aDeviceWithoutLightsIsAskedLittle() {
        Box box = new Box(3, false);
        box.lights.clear();
        LightSearch search = new LightSearch(box.controls, List.of());
        int asked = 0;
        for (; search.step() != null; asked++) {
            search.answer(Set.of());
        }
        assertThat(search.lights()).isEmpty();
        assertThat(asked).as("as it is drawn? then what? anything at all?").isEqualTo(3);
    }

    @Test
    void modeMessagesAreNeverSent() {
        Box box = new Box(4, false);
        LightSearch search = new LightSearch(box.controls, List.of());
        while (search.step() != null) {
            assertThat(search.step().say())
                    .noneMatch(message -> message instanceof MidiMessage.ControlChange m && m.number() >= 120);
            search.answer(box.controls.stream().map(Control::id).collect(Collectors.toSet()));
        }
    }
}
