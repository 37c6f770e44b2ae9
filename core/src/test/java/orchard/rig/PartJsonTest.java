package orchard.rig;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.Gear;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Feel;
import org.junit.jupiter.api.Test;

/** Only fields are stored; what a value answers when it is asked is not, and what once was is passed over. */
class PartJsonTest {

    private static List<Edit.Change> felt() {
        Device box = Gear.box();
        Feel soft = new Feel(Control.Kind.PAD, Feel.plain(Control.Kind.PAD).curve(), 120, 0, 0, 1, false);
        Device after = box.with(box.profile().with(box.profile().choices().with(soft)));
        return List.of(new Edit.Change(new Part.OfDevice(box), new Part.OfDevice(after)));
    }

    @Test
    void howADeviceFeelsComesBack() {
        String json = PartJson.writeChanges(felt());
        assertThat(PartJson.readChanges(json)).isEqualTo(felt());
        assertThat(json).contains("\"sensitivity\":120").doesNotContain("\"plain\"");
    }

    @Test
    void whatWasWrittenByMistakeIsPassedOver() {
        String json =
                PartJson.writeChanges(felt()).replace("\"ownLights\":false", "\"ownLights\":false,\"plain\":false");
        assertThat(json).contains("\"plain\"");
        assertThat(PartJson.readChanges(json)).isEqualTo(felt());
    }
}
