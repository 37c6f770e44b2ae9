package orchard.app.web;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.app.live.EngineRoom;
import orchard.app.store.RigKeeper;
import orchard.check.Effect;
import orchard.check.Finder;
import orchard.check.Finding;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Roots;
import orchard.gear.Seat;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.parameter.Binding;
import orchard.parameter.Parameter;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.signal.MessagePattern;
import orchard.signal.OscAddress;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Check: what is wrong before the audience finds it. */
@Controller
class CheckPage {

    /** So many findings of a sort are shown at first. */
    private static final int MOST = 40;

    private final Frame frame;
    private final RigKeeper keeper;
    private final EngineRoom engine;

    CheckPage(Frame frame, RigKeeper keeper, EngineRoom engine) {
        this.engine = engine;
        this.frame = frame;
        this.keeper = keeper;
    }

    /**
     * A finding as it is read, and the address it leads to.
     *
     * @param preview where the face is shown as it is after its steps, or null if these turn no layer on
     */
    record Shown(Finding finding, String sentence, String path, String leads, String preview) {}

    private Shown shown(Finding finding) {
        String layers = String.join(",", finding.way().layers());
        boolean isOnMap = finding.place().page() == Finding.Page.MAP && !layers.isEmpty();
        return new Shown(
                finding,
                keeper.rig().noteNames().spelled(finding.sentence()),
                path(finding),
                leads(finding),
                isOnMap ? path(finding) + "&as=" + Replies.query(layers) : null);
    }

    /**
     * Findings of one sort.
     *
     * @param count how many there are
     * @param shown those that are shown
     */
    record Sort(Finder finder, int count, List<Shown> shown) {}

    @GetMapping("/check")
    String page(@RequestParam(defaultValue = "false") boolean all, Model model) {
        int most = all ? Integer.MAX_VALUE : MOST;
        Map<Finder, List<Finding>> sorts = frame.findings().stream()
                .collect(Collectors.groupingBy(Finding::finder, LinkedHashMap::new, Collectors.toList()));
        Map<Effect, List<Sort>> byEffect = new LinkedHashMap<>();
        sorts.forEach((finder, findings) -> byEffect.computeIfAbsent(finder.effect(), effect -> new ArrayList<>())
                .add(new Sort(
                        finder,
                        findings.size(),
                        findings.stream().limit(most).map(this::shown).toList())));
        model.addAttribute("byEffect", byEffect);
        model.addAttribute("mappings", keeper.rig().mappings().size());
        model.addAttribute("devices", keeper.rig().devices().size());
        return "check/page";
    }

    /** A mapping that went round without end may act again. */
    @PostMapping("/check/free")
    ResponseEntity<Void> free(@RequestParam String mapping) {
        engine.free(mapping);
        return Replies.go("/check");
    }

    /** Lights of a device answer no more, so that its wire bears the others. */
    @PostMapping("/check/thin")
    ResponseEntity<Void> thin(@RequestParam String device, @RequestParam String lights) {
        Set<Ref.ToLight> quiet = Stream.of(lights.split(" "))
                .map(light -> new Ref.ToLight(device, light))
                .collect(Collectors.toSet());
        keeper.commit(rig -> {
            List<Edit.Change> changes = new ArrayList<>();
            for (Mapping before : rig.mappings()) {
                List<Show.Answer> left = before.show().answers().stream()
                        .filter(answer -> !quiet.contains(answer.light()))
                        .toList();
                if (left.size() < before.show().answers().size()) {
                    changes.add(new Edit.Change(
                            new Part.OfMapping(before), new Part.OfMapping(before.with(new Show(left)))));
                }
            }
            if (changes.isEmpty()) {
                throw Replies.gone();
            }
            return new Edit(
                    (quiet.size() == 1 ? "A light of " : quiet.size() + " lights of ")
                            + rig.device(device).map(Device::name).orElse(device)
                            + (quiet.size() == 1 ? " answers no more" : " answer no more"),
                    changes);
        });
        return Replies.go("/check");
    }

    /** A device is listened to, or spoken to, at another address. */
    @PostMapping("/check/address")
    ResponseEntity<Void> address(@RequestParam String device, @RequestParam String from, @RequestParam String to) {
        keeper.commit(rig -> {
            Device before = rig.ownDevice(device).orElseThrow(Replies::gone);
            Profile profile = before.profile()
                    .withControls(before.profile().controls().stream()
                            .map(control -> control.sending(control.dimensions().stream()
                                    .map(dimension -> at(dimension, from, to))
                                    .toList()))
                            .toList())
                    .withParameters(before.profile().parameters().stream()
                            .map(parameter -> at(parameter, from, to))
                            .toList());
            if (profile.equals(before.profile())) {
                throw Replies.gone();
            }
            return Edit.change(
                    "Take the address " + to + " for " + before.name(),
                    new Part.OfDevice(before),
                    new Part.OfDevice(new Device(
                            before.id(), before.name(), before.role(), reached(before.seat(), to), profile)));
        });
        return Replies.go("/check");
    }

    /** The same seat, of which an address is one. */
    private static Seat reached(Seat seat, String address) {
        boolean isTaken = Roots.of(seat.in()).roots().stream().anyMatch(root -> root.takes(address));
        return isTaken ? seat : seat.at(seat.in() + " " + OscAddress.firstPart(address), seat.out());
    }

    private static Dimension at(Dimension dimension, String from, String to) {
        return dimension.pattern() instanceof MessagePattern.OscNumber osc
                        && osc.address().equals(from)
                ? dimension.with(new MessagePattern.OscNumber(to, osc.index(), osc.low(), osc.high(), osc.encoding()))
                : dimension;
    }

    private static Parameter at(Parameter parameter, String from, String to) {
        return parameter.binding() instanceof Binding.Osc osc && osc.address().equals(from)
                ? parameter.with(new Binding.Osc(to, osc.touch()))
                : parameter;
    }

    private static String leads(Finding finding) {
        return switch (finding.place().page()) {
            case MAP -> "the mapping";
            case FOCI -> "the focus";
            case DESCRIBE -> "the control";
            case MEMORY -> "its memory";
            case SONGS -> "the set list";
            case CONNECT -> "the device";
            case LAYOUTS -> "the element";
            case ROUTES -> "the route";
        };
    }

    /** The address a finding leads to. */
    static String path(Finding finding) {
        Finding.Place place = finding.place();
        return switch (place.page()) {
            case MAP -> "/map?mapping=" + Replies.query(place.part());
            case FOCI -> "/map/foci#" + Replies.query(place.part());
            case DESCRIBE ->
                "/describe?device=" + Replies.query(place.part()) + "&control=" + Replies.query(place.detail());
            case MEMORY -> "/describe?view=memory&device=" + Replies.query(place.part());
            case SONGS -> "/songs";
            case CONNECT -> "/connect#" + Replies.query(place.part());
            case ROUTES -> "/map/routes?route=" + Replies.query(place.part());
            case LAYOUTS ->
                "/layouts?layout=" + Replies.query(place.part()) + "&element=" + Replies.query(place.detail());
        };
    }
}
