package orchard.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import orchard.Gear;
import orchard.gear.Swatch;
import orchard.rig.Rig;
import orchard.signal.Encoding;
import orchard.signal.MessageId;
import orchard.signal.MessagePattern;
import orchard.table.Csv;
import orchard.table.Palette;
import org.assertj.core.groups.Tuple;
import org.junit.jupiter.api.Test;

/** The number plan as a table and as a file. */
class NumberPlanTest {

    private final Rig rig = Gear.rig();
    private final NumberPlan plan = NumberPlan.of(rig);

    @Test
    void showsWhatComesInAndWhatGoesOut() {
        assertThat(plan.uses("box", NumberPlan.Direction.IN, MessageId.Space.CONTROLLER))
                .extracting(use -> use.slot().number(), NumberPlan.Use::name)
                .containsExactly(Tuple.tuple(21, "Knob 1, turn"), Tuple.tuple(22, "Knob 2, turn"));
        assertThat(plan.uses("box", NumberPlan.Direction.OUT, MessageId.Space.NOTE))
                .hasSize(1);
        assertThat(plan.free("box", NumberPlan.Direction.IN, MessageId.Space.CONTROLLER, 1, 3))
                .extracting(MessageId::number)
                .doesNotContain(21, 22);
    }

    @Test
    void whatIsWrittenIsReadBackAsNothingNew() {
        assertThat(plan.read(plan.csv())).isEmpty();
    }

    @Test
    void numbersAreChangedByTheFileWithWindowsEndsQuotesAndAMark() {
        String csv =
                "\uFEFFdevice;direction;kind;channel;number;part;dimension\r\n\"box\";in;controller;3;\"44\";k1;turn\r\n";
        Rig after = rig.apply(plan.read(csv).orElseThrow());
        assertThat(after.device("box")
                        .orElseThrow()
                        .profile()
                        .control("k1")
                        .orElseThrow()
                        .dimensions()
                        .get(0)
                        .pattern())
                .isEqualTo(new MessagePattern.Controller(3, 44, Encoding.ABSOLUTE));
    }

    @Test
    void everyLineThatCannotBeIsNamedAndNothingIsTaken() {
        String head = "device,direction,kind,channel,number,part,dimension\n";
        assertThatThrownBy(() -> plan.read(head + """
                        box,in,controller,3,44,k1,turn
                        boot,in,controller,1,1,k1,turn
                        box,in,note,1,1,k1,turn
                        box,in,controller,17,1,k1,turn
                        box,in,controller,1,128,k1,turn
                        box,in,controller,1,x,k9,turn
                        box,out,controller,1,90,k1.ring,
                        """))
                .isInstanceOfSatisfying(
                        Csv.Bad.class,
                        bad -> assertThat(bad.faults())
                                .containsExactly(
                                        "Line 3: the rig has no device “boot”.",
                                        "Line 4: the kind of Knob 1, turn is controller, not “note”; a plan changes numbers, not kinds.",
                                        "Line 5: the channel “17” is not in 1–16.",
                                        "Line 6: the number “128” is not in 0–127.",
                                        "Line 7: Box has no “k9 turn” that sends something.",
                                        "Line 8: Ring 1 is set or lit by that number; only what controls send is changed by a plan."));
        assertThatThrownBy(() -> plan.read("device,number\n1,2\n"))
                .hasMessageContaining("Line 1: expected the columns");
        assertThatThrownBy(() -> plan.read(head + "box,in\n")).hasMessage("Line 2: 2 cells, and the first line has 7.");
        assertThatThrownBy(() -> plan.read("")).hasMessageContaining("Line 1: the file is empty");
    }

    @Test
    void coloursGoThroughAFileAndBack() {
        List<Swatch> swatches =
                List.of(new Swatch(0, "dark", "#000000"), new Swatch(5, "a \"warm\", low red", "#aa1100"));
        assertThat(Palette.read(Palette.csv(swatches))).isEqualTo(swatches);
        assertThatThrownBy(() -> Palette.read(
                        "value,name,colour\n5,red,#aa1100\n5,again,#aa1100\n300,much,#aa1100\n7,odd,red\n"))
                .isInstanceOfSatisfying(
                        Csv.Bad.class,
                        bad -> assertThat(bad.faults())
                                .containsExactly(
                                        "Line 3: the value 5 is there twice.",
                                        "Line 4: The value of a colour is 0–127, and 300 is not.",
                                        "Line 5: “red” is no colour; expected six hex digits, like #e0a030."));
    }
}
