package orchard.gear;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import orchard.signal.Encoding;
import orchard.signal.MessageId;
import orchard.signal.MessagePattern;
import org.junit.jupiter.api.Test;

/** The same message from two controls, other numbers for them, and runs of free ones. */
class ClashesTest {

    private static Control control(String id, MessagePattern... patterns) {
        List<Dimension> dimensions = new ArrayList<>();
        for (MessagePattern pattern : patterns) {
            dimensions.add(new Dimension("d" + dimensions.size(), pattern));
        }
        return new Control(id, id, Control.Kind.KNOB, dimensions, new Control.Face(0, 0, 1, 1));
    }

    private static MessagePattern cc(int channel, int number) {
        return new MessagePattern.Controller(channel, number, Encoding.ABSOLUTE);
    }

    private static Profile profile(Control... controls) {
        return Profile.BLANK.withControls(List.of(controls));
    }

    @Test
    void halvesOfFourteenBitCountToo() {
        Profile profile = profile(
                control("fine", new MessagePattern.FineController(1, 7)),
                control("plain", cc(1, 39)),
                control("other", cc(2, 39)));
        assertThat(Clashes.of(profile)).singleElement().satisfies(clash -> {
            assertThat(clash.slot().words()).isEqualTo("CC 39, ch 1");
            assertThat(clash.controls()).extracting(Control::id).containsExactly("fine", "plain");
        });
    }

    @Test
    void pagesThatExcludeEachOtherDoNotClash() {
        Control one = control("pad", cc(1, 20)).onPage("pads", 1);
        Control two = control("pad", cc(1, 20)).onPage("pads", 2);
        assertThat(Clashes.of(profile(one, two))).isEmpty();
        assertThat(Clashes.of(profile(one, two, control("knob", cc(1, 20)))))
                .singleElement()
                .satisfies(clash -> assertThat(clash.controls()).hasSize(3));
    }

    @Test
    void renumberingKeepsANotesPartsTogetherAndTheRestAlone() {
        Control pad = control(
                "pad",
                new MessagePattern.NoteVelocity(1, 36),
                new MessagePattern.NoteGate(1, 36),
                new MessagePattern.KeyPressure(1, 36),
                cc(1, 20));
        Control same = control("same", new MessagePattern.NoteGate(1, 36), cc(1, 20));
        List<Control> renumbered = Clashes.renumbered(profile(pad, same), List.of("pad"));
        assertThat(renumbered.get(0).dimensions())
                .extracting(Dimension::pattern)
                .containsExactly(
                        new MessagePattern.NoteVelocity(1, 37),
                        new MessagePattern.NoteGate(1, 37),
                        new MessagePattern.KeyPressure(1, 37),
                        cc(1, 21));
        assertThat(renumbered.get(1)).isEqualTo(same);
        assertThat(Clashes.of(Profile.BLANK.withControls(renumbered))).isEmpty();
    }

    @Test
    void aFullChannelOverflowsIntoTheNextAndReservedNumbersStayFree() {
        List<Control> all = new ArrayList<>(IntStream.range(0, 128)
                .mapToObj(i -> control("c" + i, cc(1, i)))
                .toList());
        all.add(control("more", cc(1, 5)));
        List<Control> renumbered = Clashes.renumbered(Profile.BLANK.withControls(all), List.of("more"));
        assertThat(renumbered.get(128).dimensions().get(0).pattern()).isEqualTo(cc(2, 5));
        assertThatThrownBy(() -> Clashes.renumbered(
                        profile(control("osc", new MessagePattern.OscNumber("/a", 0, 0, 1, Encoding.ABSOLUTE))),
                        List.of("osc")))
                .hasMessageContaining("has no number: give one of the two another message by hand");
    }

    @Test
    void freeOnesComeInFewRuns() {
        Set<MessageId> taken = new HashSet<>();
        for (int channel = 1; channel <= 16; channel++) {
            taken.add(new MessageId(MessageId.Space.NOTE, channel, 30));
        }
        assertThat(Clashes.runs(Clashes.free(taken, MessageId.Space.NOTE, 0, 40)))
                .isEqualTo("ch 1: 31–70");
        assertThat(Clashes.runs(Clashes.free(taken, MessageId.Space.NOTE, 3, 20)))
                .isEqualTo("ch 3: 0–19");
        assertThat(Clashes.runs(Clashes.free(taken, MessageId.Space.NOTE, 3, 120)))
                .isEqualTo("ch 3: 0–22, 31–127");
        assertThat(Clashes.free(taken, MessageId.Space.NOTE, 3, 200)).hasSize(127);
        assertThat(Clashes.free(Set.of(), MessageId.Space.CONTROLLER, 1, 128))
                .noneMatch(slot -> MessageId.isReserved(slot.space(), slot.number()));
    }
}
