package orchard.app.web;

import java.util.function.Consumer;
import orchard.app.live.Memories;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.memory.Memory;
import orchard.mistake.Mistake;
import orchard.rig.EditRefused;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A device's own memory: read, compared, written, taken over. */
@Controller
class MemoryActions {

    private static final String VIEW = "memory";

    private final RigKeeper keeper;
    private final Memories memories;
    private final DeviceEdits edits;

    MemoryActions(RigKeeper keeper, Memories memories, DeviceEdits edits) {
        this.keeper = keeper;
        this.memories = memories;
        this.edits = edits;
    }

    @GetMapping("/describe/{id}/memory")
    String state(@PathVariable String id, Model model) {
        Device device = keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
        model.addAttribute("device", device);
        model.addAttribute("seen", keeper.revision(id));
        model.addAttribute("standing", memories.standing(device).orElse(null));
        return "describe/memory :: memory";
    }

    private ResponseEntity<Void> go(String id, Consumer<Device> action) {
        Device device = keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
        try {
            action.accept(device);
        } catch (Mistake | IllegalStateException e) {
            throw EditRefused.invalid(id, "", e.getMessage());
        }
        return DeviceEdits.back(id, VIEW);
    }

    @PostMapping("/describe/{id}/memory/read")
    ResponseEntity<Void> read(@PathVariable String id) {
        return go(id, memories::read);
    }

    @PostMapping("/describe/{id}/memory/write")
    ResponseEntity<Void> write(@PathVariable String id) {
        return go(id, device -> {
            if (memories.standing(device)
                    .filter(s -> s.status().state() == Memory.State.WRITING)
                    .isPresent()) {
                throw new IllegalStateException("It is being written already.");
            }
            memories.write(device);
        });
    }

    @PostMapping("/describe/{id}/memory/resume")
    ResponseEntity<Void> resume(@PathVariable String id) {
        return go(id, memories::resume);
    }

    @PostMapping("/describe/{id}/memory/back")
    ResponseEntity<Void> back(@PathVariable String id) {
        return go(id, memories::rollBack);
    }

    /** Takes what the device holds into the rig. */
    @PostMapping("/describe/{id}/memory/take")
    ResponseEntity<Void> take(@PathVariable String id, @RequestParam long seen) {
        return go(id, device -> {
            Profile taken = memories.taken(device);
            edits.profile(id, seen, "", d -> "Take the programme of " + d.name() + " into the rig", profile -> taken);
        });
    }
}
