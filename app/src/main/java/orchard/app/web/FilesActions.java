package orchard.app.web;

import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import orchard.app.live.Names;
import orchard.app.paper.Sheet;
import orchard.app.paper.SheetPrinter;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.mapping.Mapping;
import orchard.rig.EditRefused;
import orchard.rig.ProfileFile;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** A device's profile as a file, and its face on paper. */
@Controller
class FilesActions {

    private static final double NARROWEST = 40;
    private static final double WIDEST = 1500;

    private final RigKeeper keeper;
    private final Names names;
    private final DeviceEdits edits;

    FilesActions(RigKeeper keeper, Names names, DeviceEdits edits) {
        this.keeper = keeper;
        this.names = names;
        this.edits = edits;
    }

    private static ResponseEntity<byte[]> file(String name, MediaType type, byte[] bytes) {
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment().filename(name).build().toString())
                .contentType(type)
                .body(bytes);
    }

    @GetMapping("/describe/{id}/profile.json")
    ResponseEntity<byte[]> profile(@PathVariable String id) {
        Device device = keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
        return file(
                id + ".profile.json",
                MediaType.APPLICATION_JSON,
                ProfileFile.write(device.name(), device.profile()).getBytes(StandardCharsets.UTF_8));
    }

    /** The schemas that profiles and rigs follow as files (JSON Schema, draft 2020-12). */
    @GetMapping("/schema/{name:profile|rig|layout}.schema.json")
    ResponseEntity<Resource> schema(@PathVariable String name) {
        return ResponseEntity.ok()
                .contentType(MediaType.valueOf("application/schema+json"))
                .body(new ClassPathResource("schema/" + name + ".schema.json"));
    }

    /** Takes a profile from a file in place of what the device has; what the performer chose for the device stays. Undo brings the old one back. */
    @PostMapping("/describe/{id}/profile")
    ResponseEntity<Void> load(@PathVariable String id, @RequestParam long seen, @RequestParam MultipartFile file) {
        String text = Uploads.text(id, file);
        edits.profile(
                id,
                seen,
                "file",
                device -> "Load a profile for " + device.name(),
                profile -> profile.renewed(ProfileFile.read(text).profile()));
        return DeviceEdits.back(id, "");
    }

    private List<Sheet> sheets(String id, String width) {
        Device device = keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
        double millimetres;
        try {
            millimetres = Double.parseDouble(width.strip().replace(',', '.'));
        } catch (NumberFormatException e) {
            millimetres = Double.NaN;
        }
        if (!(millimetres >= NARROWEST && millimetres <= WIDEST)) {
            throw EditRefused.invalid(
                    id, "width", "The width of the face is 40–1500 mm, and “" + width.strip() + "” is not");
        }
        if (device.profile().controls().isEmpty()) {
            throw EditRefused.invalid(id, "width", device.name() + " has no controls to print.");
        }
        return Sheet.of(device, millimetres, does(device), SheetPrinter::width);
    }

    /** What each control does, in the fewest words. */
    private Map<String, String> does(Device device) {
        Map<String, String> does = new LinkedHashMap<>();
        for (Mapping mapping : keeper.rig().mappings()) {
            mapping.when().triggers().stream()
                    .filter(trigger -> trigger.device().equals(device.id()))
                    .forEach(trigger -> mapping.targets().stream()
                            .map(names::words)
                            .forEach(words -> does.merge(trigger.control(), words, (a, b) -> a + ", " + b)));
        }
        return does;
    }

    @GetMapping("/describe/{id}/sheet.svg")
    ResponseEntity<byte[]> svg(
            @PathVariable String id,
            @RequestParam(defaultValue = "280") String width,
            @RequestParam(defaultValue = "1") int page,
            @RequestParam(defaultValue = "false") boolean dark) {
        List<Sheet> sheets = sheets(id, width);
        Sheet sheet = sheets.get(Math.max(1, Math.min(sheets.size(), page)) - 1);
        return file(
                id + "-sheet-" + page + ".svg",
                MediaType.valueOf("image/svg+xml"),
                SheetPrinter.svg(sheet, dark).getBytes(StandardCharsets.UTF_8));
    }

    @GetMapping("/describe/{id}/sheet.pdf")
    ResponseEntity<byte[]> pdf(
            @PathVariable String id,
            @RequestParam(defaultValue = "280") String width,
            @RequestParam(defaultValue = "false") boolean dark) {
        return file(id + "-sheet.pdf", MediaType.APPLICATION_PDF, SheetPrinter.pdf(sheets(id, width), dark));
    }

    /** A sheet in a page, to look at before printing. */
    @GetMapping("/describe/{id}/sheet")
    ResponseEntity<String> look(
            @PathVariable String id,
            @RequestParam(defaultValue = "280") String width,
            @RequestParam(defaultValue = "1") int page,
            @RequestParam(defaultValue = "false") boolean dark) {
        List<Sheet> sheets = sheets(id, width);
        return ResponseEntity.ok()
                .contentType(new MediaType("text", "html", StandardCharsets.UTF_8))
                .body(SheetPrinter.svg(sheets.get(Math.max(1, Math.min(sheets.size(), page)) - 1), dark));
    }
}
