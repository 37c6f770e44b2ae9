package orchard.rig;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import com.networknt.schema.ValidationMessage;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import orchard.Gear;
import orchard.gear.PageGroup;
import orchard.gear.Profile;
import orchard.gear.Traits;
import orchard.mistake.Mistake;
import orchard.parameter.Group;
import orchard.signal.MessagePattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.core.type.TypeReference;

/** Profiles as files. */
class ProfileFileTest {

    private static Set<ValidationMessage> faults(String json) {
        return JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                .getSchema(ProfileFileTest.class.getResourceAsStream("/schema/profile.schema.json"))
                .validate(json, InputFormat.JSON);
    }

    @Test
    void whatIsWrittenFollowsTheSchemaAndIsReadBack() {
        for (Profile profile : List.of(Gear.box().profile(), Gear.desk().profile(), Profile.BLANK)) {
            String json = ProfileFile.write("Box", profile);
            assertThat(faults(json)).isEmpty();
            assertThat(ProfileFile.read(json).profile()).isEqualTo(profile);
        }
        assertThat(faults(
                        ProfileFile.write("Box", Gear.box().profile()).replace("\"channel\" : 1", "\"channel\" : 17")))
                .isNotEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            "label" : ""        | "colour" : "red"      | Line 7, column 41: “colour” is no field here; expected one of dimensions, face, id, kind, label, name, page
            "channel" : 1,      | "channel" : 17,       | Channel 17 is not in 1–16
            "controller" : 21   | "controller" : 999    | Controller 999 is not in 0–127
            orchard-profile     | orchard-rig           | This is no profile: expected "format": "orchard-profile"
            "version" : 1       | "version" : 9         | This profile has version 9; this Orchard reads version 1
            "kind" : "PAD"      | "kind" : "SPOON"      | SPOON
            """)
    void badFilesAreNamedByPlaceAndExpectation(String from, String to, String words) {
        String good = ProfileFile.write("Box", Gear.box().profile());
        assertThat(good).contains(from);
        assertThatThrownBy(() -> ProfileFile.read(good.replaceFirst(Pattern.quote(from), Matcher.quoteReplacement(to))))
                .isInstanceOf(Mistake.class)
                .hasMessageContaining(words);
    }

    @Test
    void halfAFileIsSaidToBeThat() {
        String good = ProfileFile.write("Box", Gear.box().profile());
        assertThatThrownBy(() -> ProfileFile.read(good.substring(0, good.length() / 2)))
                .hasMessageContaining("Line ");
        assertThatThrownBy(() -> ProfileFile.read("")).isInstanceOf(Mistake.class);
        assertThatThrownBy(() -> ProfileFile.read("[]")).isInstanceOf(Mistake.class);
    }

    @Test
    void whatWasWrittenBeforeThereWereTemplatesIsStillRead() {
        assertThat(PartJson.read(
                        "{\"kind\":\"SysExByte\",\"prefix\":\"7D 04 10 05\"}", new TypeReference<MessagePattern>() {}))
                .isEqualTo(new MessagePattern.SysExByte("7D 04 10 05 vv"));
    }

    @Test
    void circlesAreFound() {
        Profile desk = Gear.desk().profile();
        Profile circle = new Profile(
                desk.controls(),
                List.of(new Group("a", "b", "A", ""), new Group("b", "a", "B", "")),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of());
        assertThatThrownBy(() -> ProfileFile.read(ProfileFile.write("x", circle)))
                .hasMessage("The groups go round in a circle: a is in b is in a");
        Profile box = Gear.box().profile();
        Profile own = box.withControls(box.controls().stream()
                        .map(c -> c.id().equals("p1") ? c.onPage("pads", 1) : c)
                        .toList())
                .with(Traits.PLAIN.withPages(
                        List.of(new PageGroup("pads", "Pads", PageGroup.Paging.KEYS, List.of("1"), List.of("p1")))));
        assertThatThrownBy(() -> ProfileFile.read(ProfileFile.write("x", own)))
                .hasMessage("“p1” chooses pages of “Pads” and is on them itself: that goes round in a circle");
    }
}
