package orchard.app.web;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import orchard.app.store.RigKeeper;
import orchard.check.NumberPlan;
import orchard.gear.Clashes;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.mistake.Mistake;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Rig;
import orchard.signal.MessageId;
import orchard.signal.NoteName;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** The number plan: the whole rig's messages, channel by number. */
@Controller
class PlanPage {

    private static final int NUMBERS = 128;
    private static final int MOST = 512;
    private static final List<MessageId.Space> SPACES = List.of(
            MessageId.Space.NOTE, MessageId.Space.CONTROLLER, MessageId.Space.PROGRAM, MessageId.Space.KEY_PRESSURE);

    private final RigKeeper keeper;

    PlanPage(RigKeeper keeper) {
        this.keeper = keeper;
    }

    /** One number of the grid that is in use, reserved or offered. */
    record Cell(int channel, int number, String state, String title, String path) {}

    /** Controls that numbers can be given to at once. */
    record Target(String name, String ids, int count) {}

    @GetMapping("/describe/plan")
    String page(
            @RequestParam(defaultValue = "") String device,
            @RequestParam(defaultValue = "IN") NumberPlan.Direction direction,
            @RequestParam(defaultValue = "CONTROLLER") MessageId.Space kind,
            @RequestParam(defaultValue = "0") int count,
            @RequestParam(defaultValue = "0") int channel,
            Model model) {
        Rig rig = keeper.rig();
        NumberPlan plan = NumberPlan.of(rig);
        List<Device> devices =
                rig.devices().stream().filter(d -> d.seat().wire().midi()).toList();
        Optional<Device> chosen = devices.stream()
                .filter(d -> d.id().equals(device))
                .findFirst()
                .or(() -> devices.stream().findFirst());
        model.addAttribute("devices", devices);
        model.addAttribute("device", chosen.orElse(null));
        model.addAttribute("directions", NumberPlan.Direction.values());
        model.addAttribute("direction", direction);
        model.addAttribute("spaces", SPACES);
        model.addAttribute("kind", kind);
        model.addAttribute("count", count == 0 ? 8 : count);
        model.addAttribute("channel", channel);
        model.addAttribute("channels", IntStream.rangeClosed(1, 16).boxed().toList());
        chosen.ifPresent(d -> {
            List<MessageId> offered = count > 0 && count <= MOST && channel >= 0 && channel <= 16
                    ? plan.free(d.id(), direction, kind, channel, count)
                    : List.of();
            List<NumberPlan.Use> uses = plan.uses(d.id(), direction, kind);
            model.addAttribute("seen", keeper.revision(d.id()));
            model.addAttribute("cells", cells(d, uses, offered, kind, rig.noteNames()));
            model.addAttribute(
                    "taken", uses.stream().map(NumberPlan.Use::slot).distinct().count());
            model.addAttribute(
                    "clashing",
                    uses.stream()
                            .filter(NumberPlan.Use::clashing)
                            .map(NumberPlan.Use::slot)
                            .distinct()
                            .count());
            model.addAttribute("asked", count > 0);
            model.addAttribute("offered", offered.size());
            model.addAttribute("runs", Clashes.runs(offered));
            model.addAttribute("targets", targets(d, kind));
            model.addAttribute(
                    "others",
                    plan.uses().stream()
                            .filter(use -> use.device().id().equals(d.id())
                                    && use.direction() == direction
                                    && !SPACES.contains(use.slot().space()))
                            .toList());
        });
        return "plan/page";
    }

    private static List<Cell> cells(
            Device device, List<NumberPlan.Use> uses, List<MessageId> offered, MessageId.Space kind, NoteName notes) {
        Map<MessageId, List<NumberPlan.Use>> bySlot =
                uses.stream().collect(Collectors.groupingBy(NumberPlan.Use::slot));
        Set<MessageId> free = Set.copyOf(offered);
        List<Cell> cells = new ArrayList<>();
        for (int channel = 1; channel <= 16; channel++) {
            for (int number = 0; number < NUMBERS; number++) {
                MessageId slot = new MessageId(kind, channel, number);
                List<NumberPlan.Use> here = bySlot.getOrDefault(slot, List.of());
                boolean clash = here.stream().anyMatch(NumberPlan.Use::clashing);
                String state = clash
                        ? "clashing"
                        : !here.isEmpty()
                                ? "taken"
                                : free.contains(slot)
                                        ? "offered"
                                        : MessageId.isReserved(kind, number) ? "reserved" : "";
                if (!state.isEmpty()) {
                    String who = here.stream().map(NumberPlan.Use::name).collect(Collectors.joining(" and "));
                    String title = notes.spelled(slot.words()) + ": "
                            + (who.isEmpty() ? state : who + (clash ? ", clashing" : ""));
                    String path = here.isEmpty() || here.get(0).dimension().isEmpty()
                            ? ""
                            : "/describe?device=" + Replies.query(device.id()) + "&control="
                                    + Replies.query(here.get(0).part());
                    cells.add(new Cell(channel, number, state, title, path));
                }
            }
        }
        return cells;
    }

    /** Groups of controls that send such messages: pages, and kinds. */
    private static List<Target> targets(Device device, MessageId.Space space) {
        List<Target> targets = new ArrayList<>();
        device.profile().traits().pages().forEach(group -> {
            for (int page = 1; page <= group.names().size(); page++) {
                Control.Page wanted = new Control.Page(group.id(), page);
                target(
                        group.name() + ", " + group.names().get(page - 1),
                        device,
                        space,
                        c -> wanted.equals(c.page()),
                        targets);
            }
        });
        for (Control.Kind kind : Control.Kind.values()) {
            target("all " + kind.words() + "s", device, space, c -> c.kind() == kind && c.page() == null, targets);
        }
        return targets;
    }

    private static void target(
            String name, Device device, MessageId.Space space, Predicate<Control> which, List<Target> targets) {
        List<String> ids = device.profile().controls().stream()
                .filter(which)
                .filter(c -> c.messageIds().stream().anyMatch(slot -> slot.space() == space))
                .map(Control::id)
                .toList();
        if (!ids.isEmpty()) {
            targets.add(new Target(name, String.join(",", ids), ids.size()));
        }
    }

    /** Gives free numbers to controls. */
    @PostMapping("/describe/plan/give")
    ResponseEntity<Void> give(
            @RequestParam String device,
            @RequestParam long seen,
            @RequestParam MessageId.Space kind,
            @RequestParam int channel,
            @RequestParam List<String> control) {
        keeper.commit(device, seen, rig -> {
            Device found = rig.ownDevice(device).orElseThrow(Replies::gone);
            NumberPlan plan = NumberPlan.of(rig);
            try {
                return plan.give(
                        found, control, plan.free(device, NumberPlan.Direction.IN, kind, channel, control.size()));
            } catch (Mistake e) {
                throw EditRefused.invalid(device, "control", e.getMessage());
            }
        });
        return Replies.go("/describe/plan?device=" + Replies.query(device) + "&kind=" + kind);
    }

    @GetMapping("/describe/plan.csv")
    ResponseEntity<String> csv() {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"number-plan.csv\"")
                .contentType(new MediaType("text", "csv", StandardCharsets.UTF_8))
                .body(NumberPlan.of(keeper.rig()).csv());
    }

    /** Loads a changed plan; any line that cannot be refuses all of it. */
    @PostMapping("/describe/plan")
    ResponseEntity<Void> load(@RequestParam MultipartFile file) {
        String text = Uploads.text("", file);
        keeper.commit(rig -> {
            try {
                Optional<Edit> edit = NumberPlan.of(rig).read(text);
                return edit.orElseThrow(() -> EditRefused.invalid(
                        "", "file", "The file says what the rig has already: nothing was changed."));
            } catch (Mistake e) {
                throw EditRefused.invalid("", "file", e.getMessage());
            }
        });
        return Replies.go("/describe/plan");
    }
}
