package orchard.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import orchard.action.Action;
import orchard.action.Value;
import orchard.condition.Condition;
import orchard.engine.WorldRig;
import orchard.gear.Device;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.rig.Rig;
import orchard.shape.Stage;
import orchard.trigger.Trigger;
import org.junit.jupiter.api.Test;

/** Sentences as text, and back. */
class SentencesTest {

    private static final Rig RIG = WorldRig.empty();

    @Test
    void whatIsWrittenIsReadAsItWas() {
        SentenceWriter writer = writer(RIG);
        for (int i = 0; i < 3000; i++) {
            same(writer, RIG, WorldRig.mapping("m" + i, i));
        }
    }

    @Test
    void everyVariantThereIsComesBackWhateverStandsInIt() {
        SentenceWriter writer = writer(RIG);
        Set<Class<?>> missing = new HashSet<>();
        for (Class<?> family : List.of(Action.class, Value.class, Condition.class, Trigger.class, Stage.class)) {
            Anything.variants(family, missing);
        }
        for (int seed = 0; seed < 1500; seed++) {
            Mapping mapping;
            try {
                mapping = new Anything(seed, words()).of(Mapping.class);
            } catch (Mistake e) {
                continue; // nothing came of this seed
            }
            same(writer, RIG, mapping);
            missing.removeIf(variant -> mapping.toString().contains(variant.getSimpleName() + "["));
        }
        assertThat(missing).isEmpty();
    }

    private static void same(SentenceWriter writer, Rig rig, Mapping mapping) {
        String text = writer.written(mapping);
        Sheet sheet = Sheet.of(text, rig, devices(rig));
        assertThat(sheet.problems()).as("%s%nof %s", text, mapping).isEmpty();
        assertThat(sheet.lines()).as(text).hasSize(1);
        assertThat(sheet.lines().get(0).mapping()).as(text).isEqualTo(mapping);
        assertThat(writer.written(sheet.lines().get(0).mapping())).isEqualTo(text);
    }

    /** Ids of everything in the rig, and what nobody would call anything. */
    private static List<String> words() {
        List<String> words = new ArrayList<>(
                List.of("gone", "", "a \"quoted\" one", "back\\slash", "two\nlines", "ä › b", "velocity", "gate", "x"));
        devices(RIG).forEach(device -> {
            words.add(device.id());
            device.profile().controls().forEach(control -> words.add(control.id()));
            device.profile().lights().forEach(light -> words.add(light.id()));
            device.profile().parameters().forEach(parameter -> words.add(parameter.id()));
        });
        RIG.layers().forEach(layer -> words.add(layer.id()));
        RIG.foci().forEach(focus -> {
            words.add(focus.id());
            words.add("1:level");
        });
        RIG.songs().forEach(song -> words.add(song.id()));
        return words;
    }

    static SentenceWriter writer(Rig rig) {
        return new SentenceWriter(rig, devices(rig));
    }

    static List<Device> devices(Rig rig) {
        return rig.gear();
    }

    @Test
    void whatIsTypedShortIsWrittenInFull() {
        assertThat(again("""
                m1: when "pad 1" of "box" is pressed, while it is above 100 or not layer "layer storm" is on, set "Cutoff" to 0.8kHz, \
                set "the 2nd of nothing" to 1.
                """.replace(
                                ", set \"the 2nd of nothing\" to 1",
                                ", set 2nd track of \"bank\" > \"LEVEL\" to 50 %, wait 20 ms")))
                .isEqualTo("""
                        m1: When "Pad 1" of "Box" is hit,
                            while it is above 100 or layer "Layer storm" is not on, set "Surf › cutoff" of "Desk" to 800 Hz,
                            set 2nd of "Bank" › "level" to 5,
                            wait 0.02 s.
                        """);
        assertThat(
                        again(
                                "m2: When any of \"Pad 1, page 2\" to \"Pad 4\" of \"Box\" is played, choose \"mode\" from \"a\" or \"c\"."))
                .isEqualTo("""
                        m2: When any of "Pad 1, page 2" to "Pad 4" of "Box" is hit, choose "Surf › mode" of "Desk" from "a" or "c".
                        """);
    }

    private static String again(String text) {
        return writer(RIG)
                .written(sheet(text).lines().stream().map(Sheet.Line::mapping).toList());
    }

    private static Sheet sheet(String text) {
        Sheet sheet = Sheet.of(text, RIG, devices(RIG));
        assertThat(sheet.problems()).isEmpty();
        return sheet;
    }
}
