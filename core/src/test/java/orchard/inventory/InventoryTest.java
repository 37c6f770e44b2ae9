package orchard.inventory;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import orchard.Gear;
import orchard.gear.Profile;
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
                Profile.BLANK,
                "/desk",
                List.of(VOLUME, PAN, WAVE),
                Map.of("/desk/mover/1/name", "Left mover"),
                Map.of());
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
        assertThat(Inventory.of(
                                profile,
                                "/desk",
                                List.of(VOLUME, PAN, WAVE),
                                Map.of("/desk/mover/1/name", "Renamed"),
                                Map.of())
                        .agrees())
                .as("told again, nothing is new")
                .isTrue();
    }

    @Test
    void whatIsKnownKeepsItsIdByItsAddressAndWhatIsGoneIsNamed() {
        Profile before = Gear.desk().profile();
        OscMessage lower = told("/desk/volume", "Volume", -90, 6, 0, "dB", "taper", 0);
        Inventory inventory = Inventory.of(before, "/desk", List.of(lower, PAN), Map.of(), Map.of());
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
                Map.of(),
                Map.of());
        assertThat(inventory.found()).hasSize(1);
        assertThat(inventory.unreadable())
                .hasSize(6)
                .anySatisfy(s -> assertThat(s).contains("/desk/a: a range needs a low end below"))
                .anySatisfy(s -> assertThat(s).contains("does not begin with /desk"))
                .anySatisfy(s -> assertThat(s).contains("“wobbly” is not known"))
                .anySatisfy(s -> assertThat(s).contains("2 names"));
    }

    /** Two tracks, the second with an effect on it, as a device tells them that knows them by identities. */
    private static Profile tracks() {
        return Inventory.of(
                        Profile.BLANK,
                        "/desk",
                        List.of(
                                told("/desk/track/1/volume", "Volume", -60, 6, 0, "dB", "taper", 0),
                                told("/desk/track/2/volume", "Volume", -60, 6, 0, "dB", "taper", 0),
                                told("/desk/track/2/fx/time", "Time", 1, 2000, 9, "ms", "log", 0)),
                        Map.of(
                                "/desk/track/1/name", "Harp",
                                "/desk/track/2/name", "Surf",
                                "/desk/track/2/fx/name", "Echo"),
                        Map.of("/desk/track/1/id", "h", "/desk/track/2/id", "s"))
                .merged();
    }

    private static String address(Profile profile, String parameter) {
        return profile.parameter(parameter).orElseThrow().binding().words();
    }

    @Test
    void aTrackThatIsMovedTakesItsParametersAlongByIdentity() {
        Profile before = tracks();
        assertThat(Identities.apply(before, Map.of("/desk/track/1/id", "h", "/desk/track/2/id", "s")))
                .as("nothing moved")
                .isSameAs(before);
        assertThat(Identities.apply(before, Map.of("/desk/track/1/id", "s", "/desk/track/2/id", "s")))
                .as("half of it was told")
                .isSameAs(before);
        Profile after = Identities.apply(before, Map.of("/desk/track/1/id", "s", "/desk/track/2/id", "h"));
        assertThat(address(after, "track.1.volume")).isEqualTo("/desk/track/2/volume");
        assertThat(address(after, "track.2.volume")).isEqualTo("/desk/track/1/volume");
        assertThat(address(after, "track.2.fx.time")).isEqualTo("/desk/track/1/fx/time");
        assertThat(after.group("track.2").orElseThrow().nameAddress()).isEqualTo("/desk/track/1/name");
        assertThat(after.group("track.2.fx").orElseThrow().nameAddress()).isEqualTo("/desk/track/1/fx/name");
    }

    @Test
    void whatIsNewAtAPlaceSomethingWasMovedFromGetsAnIdOfItsOwn() {
        Inventory inventory = Inventory.of(
                tracks(),
                "/desk",
                List.of(
                        told("/desk/track/1/volume", "Volume", -60, 6, 0, "dB", "taper", 0),
                        told("/desk/track/2/volume", "Volume", -60, 6, 0, "dB", "taper", 0),
                        told("/desk/track/3/volume", "Volume", -60, 6, 0, "dB", "taper", 0)),
                Map.of("/desk/track/1/name", "Rain", "/desk/track/2/name", "Harp", "/desk/track/3/name", "Surf"),
                Map.of("/desk/track/1/id", "r", "/desk/track/2/id", "h", "/desk/track/3/id", "s"));
        assertThat(inventory.moved()).extracting(Parameter::id).containsExactly("track.1.volume", "track.2.volume");
        assertThat(inventory.found()).extracting(Parameter::id).containsExactly("track.1.volume-2");
        assertThat(inventory.gone()).extracting(Parameter::id).containsExactly("track.2.fx.time");
        Profile merged = inventory.merged();
        assertThat(address(merged, "track.2.volume")).isEqualTo("/desk/track/3/volume");
        assertThat(address(merged, "track.1.volume-2")).isEqualTo("/desk/track/1/volume");
        assertThat(merged.group(merged.parameter("track.1.volume-2")
                                .orElseThrow()
                                .group())
                        .orElseThrow())
                .satisfies(group -> assertThat(group.name()).isEqualTo("Rain"))
                .satisfies(group -> assertThat(group.identity()).isEqualTo("r"));
    }

    @Test
    void withoutIdentitiesItIsAskedWhetherATrackWasMovedOrRenamed() {
        Profile before = Inventory.of(
                        Profile.BLANK,
                        "/desk",
                        List.of(
                                told("/desk/track/1/volume", "Volume", -60, 6, 0, "dB", "taper", 0),
                                told("/desk/track/2/volume", "Volume", -60, 6, 0, "dB", "taper", 0),
                                told("/desk/track/3/volume", "Volume", -60, 6, 0, "dB", "taper", 0)),
                        Map.of(
                                "/desk/track/1/name",
                                "Harp",
                                "/desk/track/2/name",
                                "Surf",
                                "/desk/track/3/name",
                                "Rain"),
                        Map.of())
                .merged();
        assertThat(Doubt.of(before, Map.of("track.1", "Harp", "track.2", "Tide")))
                .as("a name nobody had: it was renamed")
                .isEmpty();
        Map<String, String> told = Map.of("track.1", "Surf", "track.2", "Rain", "track.3", "Harp");
        List<Doubt> doubts = Doubt.of(before, told);
        assertThat(doubts).extracting(Doubt::called).containsExactly("Surf", "Rain", "Harp");
        assertThat(doubts.get(0).isAround(before, "track.1")).isTrue();
        assertThat(doubts.get(0).isAround(before, "track.2")).isFalse();
        Profile followed = Doubt.follow(before, doubts);
        assertThat(address(followed, "track.1.volume")).isEqualTo("/desk/track/3/volume");
        assertThat(address(followed, "track.2.volume")).isEqualTo("/desk/track/1/volume");
        assertThat(address(followed, "track.3.volume")).isEqualTo("/desk/track/2/volume");
        Profile stayed = Doubt.stay(before, told);
        assertThat(stayed.parameters()).isEqualTo(before.parameters());
        assertThat(Doubt.of(stayed, told)).isEmpty();
        Profile half = Doubt.follow(before, Doubt.of(before, Map.of("track.1", "Surf", "track.2", "Moss")));
        assertThat(address(half, "track.2.volume")).isEqualTo("/desk/track/1/volume");
        assertThat(address(half, "track.1.volume"))
                .as("two never share a place")
                .isEqualTo("/desk/track/2/volume");
    }
}
