package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import orchard.app.harness.Browser;
import orchard.app.harness.Client;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.live.Memories;
import orchard.gear.Clashes;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.SendMode;
import orchard.memory.Memory;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.signal.MessagePattern;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;

/** What can be done to a device that is described: messages, names, pages, places, feel, colours, memory, files. */
@ExtendWith(Orchard.class)
class DescribeTest {

    private static Profile cobble(TestOrchard orchard) {
        return orchard.keeper().rig().ownDevice("cobble").orElseThrow().profile();
    }

    private static Control control(TestOrchard orchard, String id) {
        return cobble(orchard).control(id).orElseThrow();
    }

    @AfterEach
    void theDeviceHoldsWhatTheRigSaysAgain(TestOrchard orchard) {
        orchard.reset();
        orchard.standIn("cobble").play("cable", "plug", 0);
        Device device = orchard.keeper().rig().ownDevice("cobble").orElseThrow();
        Memories memories = orchard.bean(Memories.class);
        Awaitility.await().atMost(Duration.ofSeconds(40)).ignoreExceptions().until(() -> {
            Memories.Standing standing = memories.standing(device).orElseThrow();
            if (standing.status().state() == Memory.State.INTERRUPTED
                    || standing.status().state() == Memory.State.FAILED) {
                memories.read(device);
            }
            if (standing.known() && !standing.differences().isEmpty()) {
                memories.write(device);
            }
            return standing.known() && standing.differences().isEmpty();
        });
    }

    @Test
    void messagesAreTypedWithNamesOrNumbersAndCheckedAsTheyAre(TestOrchard orchard, Browser browser) {
        browser.go("/describe?device=cobble&control=pad1");
        browser.click(".sendslist details:nth-of-type(2) summary");
        String form = ".sendslist details[open] ";
        browser.type(form + "input[name=number]", "H4");
        browser.see(form + ".hint", "“H4” is no note; expected 0–127 or a name from C-1 to G9");
        browser.type(form + "input[name=number]", "C#2");
        browser.see(form + ".hint", "note 37 (C#2), ch 1, on and off: Pad 2 sends that too");
        browser.type(form + "input[name=channel]", "17");
        browser.click(form + "button[type=submit]");
        browser.see(form + ".refusal", "Channel 17 is not in 1–16");
        browser.type(form + "input[name=channel]", "2");
        browser.click(form + "select[name=press] option[value=TOGGLE]");
        browser.type(form + "input[name=values]", "100 1");
        browser.click(form + "button[type=submit]");
        browser.see(".sendslist", "note 37 (C#2), ch 2, on and off, toggle 100 and 1");
        assertThat(control(orchard, "pad1").dimension("gate").orElseThrow().output())
                .isEqualTo(SendMode.of(SendMode.Press.TOGGLE, 100, 1));
        browser.click(".sendslist details:nth-of-type(1) summary");
        browser.click(form + "select[name=what] option[value=sysex]");
        browser.type(form + "input[name=bytes]", "7D 04 8F vv");
        browser.see(form + ".hint", "Byte 3: 8F is above 7F");
        browser.click(form + "button[type=submit]");
        browser.see(form + ".refusal", "the bytes inside a SysEx are 00–7F");
        assertThat(browser.complaints()).isEmpty();
    }

    @Test
    void namesForDisplaysAreCountedWhileTyped(TestOrchard orchard, Browser browser) {
        browser.go("/describe?device=cobble&control=knob2");
        browser.type("#label", "Thirteen long");
        browser.see(".room", "13 of 12");
        browser.click(".side > form.edit button[type=submit]");
        browser.see(".side", "The display has room for 12 letters, and this has 13");
        browser.type("#label", "TIDE");
        browser.click(".side > form.edit button[type=submit]");
        browser.until(() -> control(orchard, "knob2").label().equals("TIDE"));
        browser.see(".face .control[data-control=knob2]", "TIDE");
    }

    @Test
    void whatIsBegunStaysUnderAHandThatPlays(TestOrchard orchard, Browser browser) {
        browser.go("/describe?device=cobble&control=knob2");
        browser.type("#name", "Tide of the left hand");
        browser.pressOn(".side > form.edit button[type=submit]", Keys.SHIFT);
        orchard.standIn("cobble").play("knob5", "turn", 3);
        browser.see("#ticker", "Knob 5");
        browser.rest();
        assertThat(browser.find("#name").getAttribute("value")).isEqualTo("Tide of the left hand");
        browser.click(".side > form.edit button[type=submit]");
        browser.see(".side h2", "Tide of the left hand");
        orchard.standIn("cobble").play("knob5", "turn", 3);
        browser.see(".side h2", "Knob 5"); // nothing is begun any more: the page follows the hand again
        assertThat(browser.complaints()).isEmpty();
    }

    @Test
    void aClashIsAFindingThatOnePressMends(TestOrchard orchard, Browser browser) {
        orchard.keeper().commit(rig -> {
            Device before = rig.ownDevice("cobble").orElseThrow();
            Device after = before.with(before.profile()
                    .withControls(before.profile().controls().stream()
                            .map(c -> c.id().equals("knob3")
                                    ? c.sending(before.profile()
                                            .control("knob2")
                                            .orElseThrow()
                                            .dimensions())
                                    : c)
                            .toList()));
            return Edit.change("Clash", new Part.OfDevice(before), new Part.OfDevice(after));
        });
        browser.go("/check");
        browser.see("main", "Knob 2 and Knob 3 of Cobble send the same message, CC 22, ch 1.");
        browser.click(".fix");
        browser.until(() -> !browser.text("main").contains("send the same message"));
        assertThat(control(orchard, "knob3").dimensions().get(0).pattern().words())
                .isEqualTo("CC 23, ch 1, absolute");
    }

    @Test
    void padsGetPagesThatAreCopiedWithNumbersOfTheirOwn(TestOrchard orchard, Browser browser) {
        browser.go("/describe?device=cobble&view=pages");
        browser.type("#groupname", "Pads");
        browser.click("[data-pick=PAD]");
        browser.click(".pagesview > form button[type=submit]");
        browser.see(".pagegroup", "16 controls, 1 page");
        browser.click(".pagelist li button[title='A new page that sends the same']");
        browser.see(".pagegroup", "16 controls, 2 pages");
        assertThat(Clashes.of(cobble(orchard))).as("pages exclude each other").isEmpty();
        assertThat(control(orchard, "pad1@2").dimensions())
                .isEqualTo(control(orchard, "pad1").dimensions());
        browser.click(".pagelist li:nth-of-type(2) .btn.pill");
        browser.until(() -> control(orchard, "pad1@2")
                .dimensions()
                .get(0)
                .pattern()
                .equals(new MessagePattern.NoteVelocity(1, 52)));
        browser.go("/describe?device=cobble");
        browser.click(".pagechips .chip:nth-of-type(2)");
        browser.see(".side h2", "Pad 1");
        browser.see(".side", "page 2");
        browser.chord(Keys.CONTROL, "z");
        browser.until(() -> control(orchard, "pad1@2")
                .dimensions()
                .equals(control(orchard, "pad1").dimensions()));
    }

    @Test
    void aFaceIsArrangedByHand(TestOrchard orchard, Browser browser) {
        browser.go("/describe?device=cobble");
        browser.press("a");
        browser.until(() -> browser.find("#arrangebar").isDisplayed());
        Control.Face before = control(orchard, "knob1").face();
        browser.drag(".facepanel .control[data-control=knob1]", 0, 130);
        browser.until(() -> control(orchard, "knob1").face().y() > before.y() + 10);
        isDrawnAnew(orchard, browser);
        browser.click(".facepanel .control[data-control=knob1]");
        double at = control(orchard, "knob1").face().x();
        browser.press(Keys.ARROW_RIGHT);
        browser.until(() -> control(orchard, "knob1").face().x() == at + 1);
        isDrawnAnew(orchard, browser);
        browser.chord(Keys.SHIFT, Keys.ARROW_DOWN);
        browser.until(() -> control(orchard, "knob1").face().height() == before.height() + 1);
        isDrawnAnew(orchard, browser);
        browser.chord(Keys.CONTROL, "c");
        browser.see("#said", "1 copied");
        browser.chord(Keys.CONTROL, "v");
        browser.until(() -> cobble(orchard).control("knob9").isPresent());
        isDrawnAnew(orchard, browser);
        assertThat(Clashes.of(cobble(orchard))).isEmpty();
        browser.find(".facepanel .control[data-control=knob9]");
        browser.click(".facepanel .control[data-control=knob9]");
        browser.until(() -> browser.text("#picked").equals("1 picked"));
        browser.press(Keys.DELETE);
        browser.see("#said", "Press Delete once more to delete what is picked");
        browser.press(Keys.DELETE);
        browser.until(() -> cobble(orchard).control("knob9").isEmpty());
        browser.press(Keys.ESCAPE);
        browser.until(() -> !browser.find("#arrangebar").isDisplayed());
        assertThat(browser.complaints()).isEmpty();
    }

    private static void isDrawnAnew(TestOrchard orchard, Browser browser) {
        browser.until(() -> browser.attribute("#page[data-mounted]", "data-revision")
                .equals(String.valueOf(orchard.keeper().revision())));
    }

    @Test
    void aCurveIsChosenOrBentAndHitsAreSeenOnIt(TestOrchard orchard, Browser browser) {
        browser.go("/describe?device=cobble&view=feel");
        browser.until(() -> {
            // hit again until the device, just plugged in, has been told which language to speak
            orchard.standIn("cobble").play("pad2", "hit", 0.5);
            orchard.standIn("cobble").play("pad2", "release", 0);
            return !browser.all(".velocity .hits circle").isEmpty();
        });
        browser.click("[data-points='0 14 36 72 127']");
        browser.pressOn(".velocity .handle[data-index='2']", Keys.ARROW_UP);
        browser.see(".curvenames", "own");
        browser.click(".feel[hx-post$='/PAD'] button[type=submit]");
        browser.until(() -> cobble(orchard)
                .choices()
                .feel(Control.Kind.PAD)
                .curve()
                .points()
                .equals(List.of(0, 14, 37, 72, 127)));
        browser.go("/check");
        browser.see("main", "The memory of Cobble and the rig do not agree.");
        browser.go("/describe?device=cobble&view=memory");
        browser.see(".differences", "Velocity curve");
    }

    @Test
    void theMemoryIsComparedWrittenAndTakenOver(TestOrchard orchard, Browser browser) {
        browser.go("/describe?device=cobble&view=memory");
        browser.see("#memory", "Cobble holds just what the rig says.");
        orchard.standIn("cobble").play("knobs", "encoding", 2);
        browser.click("#memory button[hx-post$='/read']");
        browser.see("#memory", "8 things differ from the rig.");
        browser.see(".differences", "relative, offset 64");
        browser.click("#memory button[hx-post$='/take']");
        browser.see("#memory", "Cobble holds just what the rig says.");
        assertThat(control(orchard, "knob4").dimensions().get(0).pattern().words())
                .contains("offset 64");
        browser.chord(Keys.CONTROL, "z");
        browser.see("#memory", "8 things differ from the rig.");
        browser.click("#memory button[hx-post$='/write']");
        browser.see("#memory", "Cobble holds just what the rig says.");
    }

    @Test
    void aCableThatGoesAtTenMomentsLeavesNoSilentDisagreement(TestOrchard orchard, Browser browser) {
        Memories memories = orchard.bean(Memories.class);
        for (int moment = 0; moment < 10; moment++) {
            int number = 60 + moment;
            orchard.keeper().commit(rig -> {
                Device before = rig.ownDevice("cobble").orElseThrow();
                List<Control> controls = before.profile().controls().stream()
                        .map(c -> c.kind() == Control.Kind.ENDLESS_KNOB || c.kind() == Control.Kind.PAD
                                ? c.sending(c.dimensions().stream()
                                        .map(d -> d.pattern() instanceof MessagePattern.Controller cc
                                                ? d.with(new MessagePattern.Controller(
                                                        1 + (number % 15), cc.controller(), cc.encoding()))
                                                : d)
                                        .toList())
                                : c)
                        .toList();
                return Edit.change(
                        "Other channels",
                        new Part.OfDevice(before),
                        new Part.OfDevice(before.with(before.profile().withControls(controls))));
            });
            Device device = orchard.keeper().rig().ownDevice("cobble").orElseThrow();
            Awaitility.await()
                    .until(() -> memories.standing(device).orElseThrow().known());
            memories.write(device);
            sleep(moment * 12);
            orchard.standIn("cobble").play("cable", "pull", 0);
            Awaitility.await()
                    .until(() -> !memories.standing(device).orElseThrow().known());
            orchard.standIn("cobble").play("cable", "plug", 0);
            Awaitility.await()
                    .atMost(Duration.ofSeconds(40))
                    .until(() -> memories.standing(device).orElseThrow().known());
            Memories.Standing standing = memories.standing(device).orElseThrow();
            boolean differs = !standing.differences().isEmpty();
            assertThat(standing.wantsAttention()).as("moment " + moment).isEqualTo(differs);
            if (standing.status().state() == Memory.State.INTERRUPTED) {
                browser.go("/describe?device=cobble&view=memory");
                browser.see("#memory", "Writing was cut off after");
                browser.click(
                        moment % 2 == 0 ? "#memory button[hx-post$='/resume']" : "#memory button[hx-post$='/back']");
                browser.see(
                        "#memory", moment % 2 == 0 ? "Cobble holds just what the rig says." : "differ from the rig.");
            }
        }
    }

    private static void sleep(int millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Test
    void coloursAreFoundByLookingAndLoadedFromFiles(TestOrchard orchard, Browser browser, @TempDir Path folder)
            throws Exception {
        browser.go("/describe?device=cobble&view=colours");
        browser.click(".swatch[data-value='96']");
        browser.until(() -> orchard.standIn("cobble").readings().stream()
                .anyMatch(r -> r.part().equals("pad9") && r.value() == 96 / 127.0));
        browser.type("#lookname", "tide");
        browser.click("#lookform button[type=submit]");
        browser.see(".swatch[data-value='96']", "tide");
        Path bad = Files.writeString(
                folder.resolve("bad.csv"), "\uFEFFvalue,name,colour\r\n5,\"red\",#aa1100\r\n200,much,#aa1100\r\n");
        browser.find("#palettefile").sendKeys(bad.toString());
        browser.click(".files form button[type=submit]");
        browser.see(".files .refusal", "Line 3: The value of a colour is 0–127, and 200 is not.");
        assertThat(cobble(orchard).traits().palette()).hasSize(128);
    }

    @Test
    void profilesAndPlansGoThroughFiles(TestOrchard orchard, Browser browser, @TempDir Path folder) throws Exception {
        Client client = new Client(orchard);
        String json = client.get("/describe/cobble/profile.json").body();
        Path good = Files.writeString(folder.resolve("good.json"), json.replace("Knob 5", "Fifth"));
        Path bad = Files.writeString(folder.resolve("bad.json"), json.replaceFirst("\"label\"", "\"lable\""));
        browser.go("/describe?device=cobble&view=files");
        browser.find("#sheet svg");
        browser.find("#profilefile").sendKeys(bad.toString());
        browser.click(".filesview form[hx-post$='/profile'] button[type=submit]");
        browser.see(".filesview form[hx-post$='/profile'] .refusal", "Line 7, column 44: “lable” is no field here");
        browser.find("#profilefile").sendKeys(good.toString());
        browser.click(".filesview form[hx-post$='/profile'] button[type=submit]");
        browser.until(() -> control(orchard, "knob5").name().equals("Fifth"));

        String csv = client.get("/describe/plan.csv").body();
        Path plan = Files.writeString(
                folder.resolve("plan.csv"),
                csv.replace("cobble,in,controller,1,25,knob5", "cobble,in,controller,4,99,knob5"));
        Path broken = Files.writeString(
                folder.resolve("broken.csv"),
                csv.replace("cobble,in,controller,1,25,knob5", "cobble,in,controller,99,25,knob5"));
        browser.go("/describe/plan");
        browser.find("#planfile").sendKeys(broken.toString());
        browser.click("form[hx-post='/describe/plan'] button[type=submit]");
        browser.see("form[hx-post='/describe/plan'] .refusal", "the channel “99” is not in 1–16");
        browser.find("#planfile").clear();
        browser.find("#planfile").sendKeys(plan.toString());
        browser.click("form[hx-post='/describe/plan'] button[type=submit]");
        browser.until(() ->
                control(orchard, "knob5").dimensions().get(0).pattern().words().equals("CC 99, ch 4, absolute"));
    }

    @Test
    void aSheetHasTheSizeOfTheDevice(TestOrchard orchard) {
        Client client = new Client(orchard);
        String svg = client.get("/describe/cobble/sheet.svg?width=300").body();
        assertThat(svg).startsWith("<svg").contains("width=\"316.00mm\"").contains("Knob 1", "Cutoff");
        byte[] pdf = client.bytes("/describe/cobble/sheet.pdf?width=300&dark=true");
        assertThat(new String(pdf, StandardCharsets.ISO_8859_1)).startsWith("%PDF-");
        assertThat(client.get("/describe/cobble/sheet.svg?width=wide").statusCode())
                .isEqualTo(422);
        assertThat(client.get("/describe/wherry/sheet.pdf").statusCode()).isEqualTo(422);
    }
}
