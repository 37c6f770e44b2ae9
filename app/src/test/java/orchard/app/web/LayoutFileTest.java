package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import orchard.app.harness.Browser;
import orchard.app.harness.Client;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.gear.Ref;
import orchard.layout.Layout;
import orchard.mapping.Mapping;
import orchard.rig.Rig;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;

/** A layout goes out as a file and comes into a rig in which its gear is called otherwise. */
@ExtendWith(Orchard.class)
class LayoutFileTest {

    @AfterEach
    void erase(TestOrchard orchard) {
        orchard.reset();
        orchard.putBack("wherry", "track1.volume");
    }

    private static void give(Browser browser, Path file) {
        browser.size(1280, 800);
        browser.go("/layouts");
        browser.click(".layoutmenu summary");
        browser.find("#layoutin").sendKeys(file.toString());
        browser.click("#layoutin + button");
    }

    @Test
    void whatIsCalledOtherwiseHereIsMendedByTheNearestAddressesAndPlayed(
            TestOrchard orchard, Browser browser, @TempDir Path folder) throws IOException {
        String written = new Client(orchard).get("/layouts/layout1/layout.json").body();
        Path file = folder.resolve("balcony.json");
        Files.writeString(
                file,
                written.replace("\"Wherry\"", "\"Old desk\"")
                        .replace("\"Volume\"", "\"Loudness\"")
                        .replace("\"/wherry/", "\"/north/wherry/"));
        int before = orchard.keeper().rig().layouts().size();
        give(browser, file);
        browser.see("#page", "Nothing is changed yet");
        assertThat(orchard.keeper().rig().layouts()).hasSize(before);
        assertThat(browser.barriers()).isEmpty();
        if (!browser.all("[name='to:wherry'] option[value='']:checked").isEmpty()) {
            browser.ask("const on = document.querySelector(\"[name='to:wherry']\"); on.value = 'wherry';"
                    + "on.dispatchEvent(new Event('change', {bubbles: true}))");
        }
        browser.until(() -> browser.all("[data-take]").size() > 3);
        browser.click("#takenearest");
        browser.until(() -> browser.all("[data-take]").isEmpty());
        browser.click("#takelayout");
        browser.until(() -> orchard.keeper().rig().layouts().size() > before);
        Rig rig = orchard.keeper().rig();
        Layout taken = rig.layouts().get(before);
        assertThat(rig.mappings().stream()
                        .filter(mapping -> mapping.trigger().device().equals(taken.id()))
                        .flatMap((Mapping mapping) -> mapping.targets().stream()))
                .contains(
                        new Ref.ToParameter("wherry", "track1.volume"), new Ref.ToParameter("wherry", "track4.volume"));
        browser.go("/play/" + taken.id());
        browser.until(() ->
                browser.text("[data-element=e2] .value").equals(orchard.shows("wherry", "/wherry/track/1/volume")));
        String stood = orchard.shows("wherry", "/wherry/track/1/volume");
        browser.fingers().down(1, "[data-element=e2]", 0.5, 0.5).by(1, 0, -60).lift();
        browser.until(() -> !orchard.shows("wherry", "/wherry/track/1/volume").equals(stood));
    }

    @Test
    void aFileThatIsNoneIsASentenceBesideIt(TestOrchard orchard, Browser browser, @TempDir Path folder)
            throws IOException {
        Path file = folder.resolve("bad.json");
        Files.writeString(file, "{\n  \"format\": \"orchard-layout\",\n  \"version\": 1,\n  \"layout\": 7\n}");
        give(browser, file);
        browser.see("form:has(#layoutin) .refusal", "Line 4");
        Rig rig = orchard.keeper().rig();
        Files.writeString(file, "no JSON at all");
        give(browser, file);
        browser.see("form:has(#layoutin) .refusal", "Line 1");
        assertThat(orchard.keeper().rig()).isSameAs(rig);
    }
}
