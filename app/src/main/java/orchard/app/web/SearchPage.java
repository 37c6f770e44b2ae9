package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import orchard.app.live.Names;
import orchard.app.store.RigKeeper;
import orchard.check.Finding;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Preset;
import orchard.mapping.Mapping;
import orchard.mapping.Route;
import orchard.mapping.Sentence;
import orchard.parameter.Parameter;
import orchard.rig.Rig;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Search: everything in the rig by its words. */
@Controller
class SearchPage {

    private static final int MOST = 20;

    private final RigKeeper keeper;
    private final Names names;
    private final Frame frame;

    SearchPage(RigKeeper keeper, Names names, Frame frame) {
        this.keeper = keeper;
        this.names = names;
        this.frame = frame;
    }

    /** Something found: what kind of thing, its words, and where it is. */
    record Hit(String kind, String text, String path) {}

    @GetMapping("/search")
    String search(@RequestParam(defaultValue = "") String q, Model model) {
        String wanted = q.strip().toLowerCase(Locale.ROOT);
        List<Hit> hits = wanted.isEmpty()
                ? List.of()
                : everything().stream()
                        .filter(hit -> hit.text().toLowerCase(Locale.ROOT).contains(wanted))
                        .limit(MOST)
                        .toList();
        model.addAttribute("hits", hits);
        model.addAttribute("wanted", q.strip());
        return "search";
    }

    private List<Hit> everything() {
        Rig rig = keeper.rig();
        List<Hit> all = new ArrayList<>();
        for (Device device : rig.gear()) {
            boolean own = rig.ownDevice(device.id()).isPresent();
            String at = own ? "/describe?device=" : "/layouts?layout=";
            all.add(new Hit(own ? "device" : "layout", device.name(), at + Replies.query(device.id())));
            for (Control control : device.profile().controls()) {
                String detail = (own ? "&control=" : "&element=") + Replies.query(control.id());
                all.add(new Hit(
                        "control", control.name() + " of " + device.name(), at + Replies.query(device.id()) + detail));
            }
            for (Parameter parameter : device.profile().parameters()) {
                all.add(new Hit(
                        "parameter",
                        names.title(device, parameter) + " in " + device.name(),
                        "/map/find?at=" + Replies.query("p/" + device.id() + "/" + parameter.id())));
            }
        }
        for (Mapping mapping : rig.mappings()) {
            all.add(new Hit(
                    "mapping", Sentence.of(mapping, names).text(), "/map?mapping=" + Replies.query(mapping.id())));
        }
        for (Preset preset : rig.presets()) {
            all.add(new Hit(
                    "preset",
                    preset.name() + " of "
                            + rig.device(preset.device()).map(Device::name).orElse("a missing device"),
                    "/map/presets?at=" + Replies.query(preset.id())));
        }
        for (Route route : rig.routes()) {
            all.add(new Hit("route", route.words(names), "/map/routes?route=" + Replies.query(route.id())));
        }
        for (Finding finding : frame.findings()) {
            all.add(new Hit("finding", finding.sentence(), CheckPage.path(finding)));
        }
        return all;
    }
}
