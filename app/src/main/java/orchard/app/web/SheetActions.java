package orchard.app.web;

import java.util.List;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.mistake.Mistake;
import orchard.rig.EditRefused;
import orchard.table.MessageSheet;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Describe: controls or parameters out of a sheet of named messages, all in one edit. */
@Controller
class SheetActions {

    private static final int SHOWN = 12;

    private final RigKeeper keeper;
    private final DeviceEdits edits;

    SheetActions(RigKeeper keeper, DeviceEdits edits) {
        this.keeper = keeper;
        this.edits = edits;
    }

    /** What a sheet would become; nothing is kept. */
    @PostMapping("/describe/{id}/sheet/look")
    String look(
            @PathVariable String id,
            @RequestParam String sheet,
            @RequestParam(defaultValue = "1") int channel,
            @RequestParam(defaultValue = "false") boolean parameter,
            Model model) {
        Device device = keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
        MessageSheet read = read(device, sheet, channel, parameter);
        model.addAttribute("device", device);
        model.addAttribute("seen", keeper.revision(id));
        model.addAttribute("sheet", sheet);
        model.addAttribute("channel", channel);
        model.addAttribute("parameter", parameter);
        model.addAttribute("count", read.entries().size());
        model.addAttribute("entries", first(read.entries()));
        model.addAttribute("faultCount", read.faults().size());
        model.addAttribute("faults", first(read.faults()));
        return "describe/sheet :: found";
    }

    private static <T> List<T> first(List<T> all) {
        return all.subList(0, Math.min(SHOWN, all.size()));
    }

    private MessageSheet read(Device device, String sheet, int channel, boolean parameter) {
        if (channel < 1 || channel > 16) {
            throw EditRefused.invalid(device.id(), "channel", "channels are 1–16");
        }
        try {
            return MessageSheet.of(
                    sheet,
                    device.profile(),
                    device.seat().wire().addressed(),
                    channel,
                    parameter,
                    keeper.rig().noteNames());
        } catch (Mistake mistake) {
            throw EditRefused.invalid(device.id(), "sheet", mistake.getMessage());
        }
    }

    /** Makes a control or a parameter of every line that can be read. */
    @PostMapping("/describe/{id}/sheet")
    ResponseEntity<Void> make(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam String sheet,
            @RequestParam(defaultValue = "1") int channel,
            @RequestParam(defaultValue = "false") boolean parameter) {
        Device device = keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
        MessageSheet read = read(device, sheet, channel, parameter);
        if (read.entries().isEmpty()) {
            throw EditRefused.invalid(id, "sheet", "None of these lines can be used");
        }
        edits.profile(
                id,
                seen,
                "sheet",
                of -> "%d %s of %s, from a sheet"
                        .formatted(read.entries().size(), parameter ? "parameters" : "controls", of.name()),
                profile -> parameter ? read.parameters(profile) : read.controls(profile));
        return parameter ? Replies.go("/map/table?device=" + Replies.query(id)) : DeviceEdits.back(id, "face");
    }
}
