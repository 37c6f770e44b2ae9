package orchard.app.web;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import orchard.app.live.EngineRoom;
import orchard.app.store.RigKeeper;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Feel;
import orchard.gear.Swatch;
import orchard.gear.Takeover;
import orchard.rig.EditRefused;
import orchard.signal.Message;
import orchard.table.Palette;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** How a device feels and shines: velocity curves, sensitivity, dead zones, jitter, lights, colours. */
@Controller
class FeelActions {

    private final RigKeeper keeper;
    private final DeviceEdits edits;
    private final EngineRoom engine;

    FeelActions(RigKeeper keeper, DeviceEdits edits, EngineRoom engine) {
        this.keeper = keeper;
        this.edits = edits;
        this.engine = engine;
    }

    @PostMapping("/describe/{id}/feel/{kind}")
    ResponseEntity<Void> feel(
            @PathVariable String id,
            @PathVariable Control.Kind kind,
            @RequestParam long seen,
            @RequestParam(required = false) List<Integer> point,
            @RequestParam(defaultValue = "100") String sensitivity,
            @RequestParam(defaultValue = "0") String deadLow,
            @RequestParam(defaultValue = "0") String deadHigh,
            @RequestParam(defaultValue = "0") String jitter,
            @RequestParam(defaultValue = "false") boolean ownLights) {
        edits.profile(
                id,
                seen,
                "sensitivity",
                device -> "Change the feel of the " + kind.words() + "s of " + device.name(),
                profile -> profile.with(profile.choices()
                        .with(new Feel(
                                kind,
                                point == null ? Feel.Curve.EVEN : Feel.Curve.of(point),
                                number(id, "sensitivity", sensitivity),
                                number(id, "deadLow", deadLow),
                                number(id, "deadHigh", deadHigh),
                                number(id, "jitter", jitter),
                                ownLights))));
        return DeviceEdits.back(id, "feel");
    }

    private static int number(String id, String field, String typed) {
        String digits = typed.strip().replaceFirst("\\s*(%|steps?)$", "");
        if (!digits.matches("\\d{1,4}")) {
            throw EditRefused.invalid(id, field, "“" + typed.strip() + "” is no whole number");
        }
        return Integer.parseInt(digits);
    }

    @PostMapping("/describe/{id}/brightness")
    ResponseEntity<Void> brightness(@PathVariable String id, @RequestParam long seen, @RequestParam String brightness) {
        edits.profile(
                id,
                seen,
                "brightness",
                device -> "Light " + device.name() + " at " + brightness.strip() + " %",
                profile -> profile.with(profile.choices().lit(number(id, "brightness", brightness))));
        return DeviceEdits.back(id, "feel");
    }

    /** What its absolute controls do that stand elsewhere than their parameters. */
    @PostMapping("/describe/{id}/takeover")
    ResponseEntity<Void> takeover(
            @PathVariable String id, @RequestParam long seen, @RequestParam(required = false) Takeover takeover) {
        edits.profile(
                id,
                seen,
                "takeover",
                device -> "Takeover of " + device.name(),
                profile -> profile.with(profile.choices().with(takeover)));
        return DeviceEdits.back(id, "feel");
    }

    @PostMapping("/describe/{id}/palette/{value}")
    ResponseEntity<Void> swatch(
            @PathVariable String id,
            @PathVariable int value,
            @RequestParam long seen,
            @RequestParam String name,
            @RequestParam String colour) {
        edits.profile(
                id,
                seen,
                "colour",
                device -> "Call colour " + value + " of " + device.name() + " “" + name.strip() + "”",
                profile -> {
                    List<Swatch> swatches = new ArrayList<>(profile.traits().palette());
                    swatches.removeIf(swatch -> swatch.value() == value);
                    swatches.add(new Swatch(value, name.strip(), colour.strip()));
                    return profile.with(profile.traits().withPalette(swatches));
                });
        return DeviceEdits.back(id, "colours");
    }

    @PostMapping("/describe/{id}/palette/{value}/delete")
    ResponseEntity<Void> without(@PathVariable String id, @PathVariable int value, @RequestParam long seen) {
        edits.profile(
                id,
                seen,
                "",
                device -> "Take colour " + value + " out of the table of " + device.name(),
                profile -> profile.with(profile.traits()
                        .withPalette(profile.traits().palette().stream()
                                .filter(swatch -> swatch.value() != value)
                                .toList())));
        return DeviceEdits.back(id, "colours");
    }

    /** Sends a value to every lamp of the device, so that a person can look; changes nothing in the rig. */
    @PostMapping("/describe/{id}/palette/show")
    ResponseEntity<Void> show(@PathVariable String id, @RequestParam int value) {
        Device device = keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
        if (value < 0 || value > 127) {
            throw EditRefused.invalid(id, "value", "A value is 0–127");
        }
        List<Message> lit = device.profile().lights().stream()
                .flatMap(light -> light.kind().colour(value).stream())
                .toList();
        if (lit.isEmpty()) {
            throw EditRefused.invalid(id, "value", device.name() + " has no lamps that Orchard knows.");
        }
        lit.forEach(message -> engine.say(id, message, "looking at colour " + value));
        return ResponseEntity.noContent().build();
    }

    @GetMapping("/describe/{id}/palette.csv")
    ResponseEntity<String> csv(@PathVariable String id) {
        Device device = keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + id + "-colours.csv\"")
                .contentType(new MediaType("text", "csv", StandardCharsets.UTF_8))
                .body(Palette.csv(device.profile().traits().palette()));
    }

    @PostMapping("/describe/{id}/palette")
    ResponseEntity<Void> load(@PathVariable String id, @RequestParam long seen, @RequestParam MultipartFile file) {
        String text = Uploads.text(id, file);
        edits.profile(
                id,
                seen,
                "file",
                device -> "Load the colours of " + device.name(),
                profile -> profile.with(profile.traits().withPalette(Palette.read(text))));
        return DeviceEdits.back(id, "colours");
    }
}
