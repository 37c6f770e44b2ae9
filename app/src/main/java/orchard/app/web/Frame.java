package orchard.app.web;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import orchard.app.demo.LightsAstray;
import orchard.app.live.Addresses;
import orchard.app.live.Learn;
import orchard.app.live.Loops;
import orchard.app.live.Memories;
import orchard.app.live.Names;
import orchard.app.live.Values;
import orchard.app.port.PortRoom;
import orchard.app.port.Standing;
import orchard.app.store.RigKeeper;
import orchard.check.Check;
import orchard.check.Finding;
import orchard.check.Scene;
import orchard.gear.Device;
import orchard.rig.Rig;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.thymeleaf.context.LazyContextVariable;

/** What stands around every page: the row of pages with their counts, undo and redo, Learn, and the light. */
@Controller
@ControllerAdvice
class Frame {

    /**
     * One page in the row.
     *
     * @param count how many things want attention there
     * @param why what the count counts
     */
    record Tab(String path, String title, int count, String why) {}

    private final RigKeeper keeper;
    private final RigCache<List<Finding>> ofRig;
    private final Names names;
    private final PortRoom ports;
    private final Learn learn;
    private final Memories memories;
    private final Loops loops;
    private final Values values;
    private final Addresses addresses;
    private final LightsAstray astray;

    Frame(
            RigKeeper keeper,
            Names names,
            PortRoom ports,
            Learn learn,
            Memories memories,
            Loops loops,
            Values values,
            Addresses addresses,
            LightsAstray astray) {
        this.astray = astray;
        this.values = values;
        this.addresses = addresses;
        this.loops = loops;
        this.names = names;
        this.memories = memories;
        this.keeper = keeper;
        ofRig = new RigCache<>(names, rig -> Check.ofRig(Scene.of(rig, names)));
        this.ports = ports;
        this.learn = learn;
    }

    @ModelAttribute
    void frame(Model model, HttpServletRequest request) {
        model.addAttribute("hushed", values.silence());
        String path = request.getRequestURI();
        boolean stage = path.startsWith("/perform") || path.startsWith("/play");
        model.addAttribute("path", path);
        model.addAttribute("stage", stage);
        model.addAttribute(
                "light", light(request, stage ? "light-stage" : "light-desk", stage ? "lamplight" : "daylight"));
        model.addAttribute("revision", keeper.revision());
        model.addAttribute("learn", learn.status());
        model.addAttribute("unconfirmed", ports.unsure(keeper.rig().devices()));
        model.addAttribute(
                "tabs",
                new LazyContextVariable<List<Tab>>() { // an edit is answered without them

                    @Override
                    protected List<Tab> loadValue() {
                        return tabs();
                    }
                });
    }

    @GetMapping("/")
    String home() {
        return "redirect:/connect";
    }

    /** The row of pages alone, for when its counts changed. */
    @GetMapping("/frame/tabs")
    String tabsAlone(String at, Model model) {
        model.addAttribute("path", at == null ? "" : at);
        return "frame :: tabs";
    }

    private List<Tab> tabs() {
        List<Finding> findings = findings();
        int strangers = (int) ports.ports().stream()
                .filter(port -> port.device().isEmpty() && !port.name().equals(PortRoom.UNREADABLE))
                .map(port -> port.sender().isEmpty() ? port.key() : port.sender())
                .distinct()
                .count();
        int describe = counted(findings, Finding.Page.DESCRIBE);
        int faults = counted(findings, Finding.Page.MAP);
        return List.of(
                new Tab("/connect", "Connect", strangers, "new ports"),
                new Tab("/describe", "Describe", describe, "things to put right"),
                new Tab("/map", "Map", faults, "mappings that cannot work"),
                new Tab("/layouts", "Lay out", 0, ""),
                new Tab("/rehearse", "Rehearse", 0, ""),
                new Tab("/check", "Check", findings.size(), "findings"),
                new Tab("/perform", "Perform", 0, ""));
    }

    private static int counted(List<Finding> findings, Finding.Page on) {
        return (int) findings.stream()
                .filter(finding -> finding.finder().countedOn() == on)
                .count();
    }

    /** Everything Check finds right now. */
    List<Finding> findings() {
        Set<String> present = ports.present();
        Rig rig = keeper.rig();
        Set<String> absent = rig.devices().stream()
                .map(Device::id)
                .filter(id -> !present.contains(id))
                .collect(Collectors.toSet());
        Map<String, String> halves = new LinkedHashMap<>();
        rig.devices()
                .forEach(device -> ports.missingHalf(device).ifPresent(missing -> halves.put(device.id(), missing)));
        Map<String, String> matters = new LinkedHashMap<>();
        rig.devices()
                .forEach(device -> memories.standing(device)
                        .filter(Memories.Standing::wantsAttention)
                        .ifPresent(standing -> matters.put(device.id(), standing.sentence())));
        Map<String, String> deaf = new LinkedHashMap<>();
        rig.devices().stream()
                .filter(device -> ports.standing(device.id()).state() == Standing.State.DEAF)
                .forEach(device -> deaf.put(device.id(), Standing.State.DEAF.help()));
        return Check.of(
                new Scene(
                        rig,
                        names,
                        absent,
                        halves,
                        matters,
                        deaf,
                        loops.muted(),
                        addresses.of(rig),
                        astray.found().keySet()),
                ofRig.of(rig));
    }

    private static String light(HttpServletRequest request, String cookieName, String standard) {
        if (request.getCookies() != null) {
            for (Cookie cookie : request.getCookies()) {
                if (cookie.getName().equals(cookieName)
                        && Set.of("daylight", "lamplight").contains(cookie.getValue())) {
                    return cookie.getValue();
                }
            }
        }
        return standard;
    }
}
