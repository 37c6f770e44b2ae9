package orchard.gear;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import orchard.Gear;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.signal.OscMessage;
import org.junit.jupiter.api.Test;

class InventoryTest {

    private static final OscMessage VOLUME = told("/desk/volume", "Volume", -60, 6, 0, "dB", "taper", 0);
    private static final OscMessage PAN = told("/desk/mover/1/pan", "Pan", -270, 270, 0, "deg", "linear", 0);
    private static final OscMessage WAVE = told("/desk/voice/wave", "Wave", 0, 2, 0, "", "Reed|Horn|Moss", 3);

    private static OscMessage told(
            String address, String name, float low, float high, float standard, String unit, String law, int steps) {
        return OscMessage.of("/desk/parameter", address, name, low, high, standard, unit, law, steps, 1, 0);
    }

    @Test
    void aBlankDeviceGetsWhatItTells() {
        Inventory inventory = Inventory.of(
                Profile.BLANK, "/desk", List.of(VOLUME, PAN, WAVE), Map.of("/desk/mover/1/name", "Left mover"));
        Profile profile = inventory.merged();
        assertThat(inventory.found()).hasSize(3);
        assertThat(inventory.gone()).isEmpty();
        Parameter pan = profile.parameter("mover.1.pan").orElseThrow();
        assertThat(pan.range().unit()).isEqualTo("°");
        assertThat(profile.group(pan.group()).orElseThrow().name()).isEqualTo("Left mover");
        assertThat(profile.parameter("voice.wave").orElseThrow().law())
                .isEqualTo(new Law.Named(List.of("Reed", "Horn", "Moss")));
        assertThat(profile.group("voice").orElseThrow().name()).isEqualTo("Voice");
        assertThat(profile.parameter("volume").orElseThrow().group()).isEmpty();
        assertThat(Inventory.of(profile, "/desk", List.of(VOLUME, PAN, WAVE), Map.of("/desk/mover/1/name", "Renamed"))
                        .agrees())
                .as("told again, nothing is new")
                .isTrue();
    }

    @Test
    void whatIsKnownKeepsItsIdByItsAddressAndWhatIsGoneIsNamed() {
        Profile before = Gear.desk().profile();
        OscMessage lower = told("/desk/volume", "Volume", -90, 6, 0, "dB", "taper", 0);
        Inventory inventory = Inventory.of(before, "/desk", List.of(lower, PAN), Map.of());
        assertThat(inventory.changed()).extracting(Parameter::id).containsExactly("volume");
        assertThat(inventory.found()).extracting(Parameter::id).containsExactly("mover.1.pan");
        assertThat(inventory.gone()).extracting(Parameter::id).contains("mute", "cutoff");
        assertThat(inventory.merged().parameter("volume").orElseThrow().group()).isEqualTo("track");
    }

    @Test
    void whatCannotBeUnderstoodIsSaidAndHarmsNothing() {
        Inventory inventory = Inventory.of(
                Profile.BLANK,
                "/desk",
                List.of(
                        VOLUME,
                        told("/desk/a", "A", 5, 5, 0, "", "linear", 0),
                        told("/other/b", "B", 0, 1, 0, "", "linear", 0),
                        told("/desk/c", "C", 0, 1, 0, "", "wobbly", 0),
                        told("/desk/d", "D", 0, 5, 0, "", "x|y", 2),
                        told("/desk/e", "E", 0, 5, 0, "Hz", "log", 0),
                        OscMessage.of("/desk/parameter")),
                Map.of());
        assertThat(inventory.found()).hasSize(1);
        assertThat(inventory.unreadable())
                .hasSize(6)
                .anySatisfy(s -> assertThat(s).contains("/desk/a: a range needs a low end below"))
                .anySatisfy(s -> assertThat(s).contains("does not begin with /desk"))
                .anySatisfy(s -> assertThat(s).contains("“wobbly” is not known"))
                .anySatisfy(s -> assertThat(s).contains("2 names"));
    }
}
