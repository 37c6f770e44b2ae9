package orchard.rig;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import orchard.Gear;
import orchard.gear.Profile;
import orchard.mistake.Mistake;
import org.junit.jupiter.api.Test;

/** A whole rig as a file. */
class RigFileTest {

    private static final List<Part> PARTS = List.of(
            new Part.OfDevice(Gear.box()),
            new Part.OfDevice(Gear.desk()),
            new Part.OfSong(new Song("s", 1, "Low Water", "")));

    @Test
    void whatIsWrittenIsReadBack() {
        assertThat(RigFile.read(RigFile.write(PARTS), name -> null)).isEqualTo(PARTS);
    }

    @Test
    void aProfileOfTheShelfIsNamed() {
        String json = """
                {"format": "orchard-rig", "version": 1, "parts": [
                {"kind": "OfDevice", "device": {"id": "d", "name": "D", "role": "",
                 "seat": {"wire": "MIDI", "in": "D", "out": "D"}, "profile": "Box"}}]}""";
        Map<String, Profile> shelf = Map.of("Box", Gear.box().profile());
        assertThat(((Part.OfDevice) RigFile.read(json, shelf::get).get(0))
                        .device()
                        .profile())
                .isEqualTo(Gear.box().profile());
        assertThatThrownBy(() -> RigFile.read(json, name -> null))
                .hasMessage("“Box” is no profile that ships with Orchard");
    }

    @Test
    void badFilesAreNamedByPlaceAndExpectation() {
        String good = RigFile.write(PARTS);
        assertThatThrownBy(() -> RigFile.read(good.replace("\"note\"", "\"colour\""), name -> null))
                .hasMessageMatching("(?s)Line \\d+, column \\d+: “colour” is no field here; expected one of .*");
        assertThatThrownBy(() -> RigFile.read(good.replace("orchard-rig", "orchard-profile"), name -> null))
                .hasMessage("This is no rig: expected \"format\": \"orchard-rig\"");
        assertThatThrownBy(() -> RigFile.read(good.replace("\"version\" : 1", "\"version\" : 7"), name -> null))
                .hasMessage("This rig has version 7; this Orchard reads version 1");
        assertThatThrownBy(() -> RigFile.read(good.substring(0, good.length() / 2), name -> null))
                .hasMessageStartingWith("Line ");
        for (String parts : List.of("", ", \"parts\": null", ", \"parts\": [null]")) {
            assertThatThrownBy(() ->
                            RigFile.read("{\"format\": \"orchard-rig\", \"version\": 1" + parts + "}", name -> null))
                    .as(parts)
                    .hasMessage("The field “parts” has to be a list of parts");
        }
        assertThatThrownBy(
                        () -> RigFile.read("{\"format\": \"orchard-rig\", \"version\": 1, \"parts\": 7}", name -> null))
                .isInstanceOf(Mistake.class);
        assertThatThrownBy(() -> RigFile.read("", name -> null)).isInstanceOf(Mistake.class);
    }
}
