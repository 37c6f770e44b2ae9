package orchard.app.web;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import orchard.app.live.EngineRoom;
import orchard.app.store.RigKeeper;
import orchard.check.Effect;
import orchard.check.Finder;
import orchard.check.Finding;
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

    private static String leads(Finding finding) {
        return switch (finding.place().page()) {
            case MAP -> "the mapping";
            case FOCI -> "the focus";
            case DESCRIBE -> "the control";
            case MEMORY -> "its memory";
            case SONGS -> "the set list";
            case CONNECT -> "the device";
            case LAYOUTS -> "the element";
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
            case LAYOUTS ->
                "/layouts?layout=" + Replies.query(place.part()) + "&element=" + Replies.query(place.detail());
        };
    }
}
