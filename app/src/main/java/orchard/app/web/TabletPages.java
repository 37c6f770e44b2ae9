package orchard.app.web;

import jakarta.servlet.http.HttpServletRequest;
import java.net.InetAddress;
import java.util.List;
import java.util.OptionalInt;
import orchard.app.OrchardSettings;
import orchard.app.access.Tablet;
import orchard.app.access.Tablets;
import orchard.app.live.LiveSocket;
import orchard.app.port.Discovery;
import orchard.app.store.RigKeeper;
import orchard.layout.Layout;
import orchard.mistake.Mistake;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Lay out: the tablets that may play layouts and nothing else, and what such a tablet sees first if it may play them all. */
@Controller
class TabletPages {

    private final RigKeeper keeper;
    private final Tablets tablets;
    private final LiveSocket live;
    private final OrchardSettings settings;

    TabletPages(RigKeeper keeper, Tablets tablets, LiveSocket live, OrchardSettings settings) {
        this.keeper = keeper;
        this.tablets = tablets;
        this.live = live;
        this.settings = settings;
    }

    /**
     * A tablet as it is listed.
     *
     * @param plays the layout it may play, in words
     * @param where whether it is there, and how far away
     */
    record Listed(String id, String name, String plays, String where, boolean here) {}

    @GetMapping("/layouts/tablets")
    String page(Model model) {
        list(model);
        model.addAttribute("layouts", keeper.rig().layouts());
        return "layouts/tablets";
    }

    /** Where they are now, each for its place in the list: nothing else of the page moves under a hand. */
    @GetMapping("/layouts/tablets/where")
    String where(Model model) {
        list(model);
        return "layouts/tablets :: where";
    }

    private void list(Model model) {
        model.addAttribute("tablets", tablets.all().stream().map(this::listed).toList());
    }

    private Listed listed(Tablet tablet) {
        OptionalInt away = live.away(tablet);
        String where =
                away.isEmpty() ? "not here" : away.getAsInt() < 0 ? "here" : Math.max(1, away.getAsInt()) + " ms away";
        String plays = tablet.layout().isEmpty()
                ? "every layout"
                : keeper.rig().layout(tablet.layout()).map(Layout::name).orElse("a layout that is gone");
        return new Listed(tablet.id(), tablet.name(), plays, where, away.isPresent());
    }

    @PostMapping("/layouts/tablets")
    ResponseEntity<Void> add(@RequestParam String name, @RequestParam(defaultValue = "") String layout) {
        if (!layout.isEmpty() && keeper.rig().layout(layout).isEmpty()) {
            throw new Mistake("layout", "That layout is gone; choose another");
        }
        tablets.add(name, layout);
        return Replies.go("/layouts/tablets");
    }

    @PostMapping("/layouts/tablets/{id}/delete")
    ResponseEntity<Void> takeAway(@PathVariable String id) {
        tablets.remove(id);
        return Replies.go("/layouts/tablets");
    }

    /** The link that opens a tablet's layouts, with a QR code where others are let in: only when asked for. */
    @GetMapping("/layouts/tablets/{id}/link")
    String link(@PathVariable String id, HttpServletRequest request, Model model) {
        Tablet tablet = tablets.tablet(id).orElseThrow(Replies::gone);
        List<String> hosts = settings.lan()
                ? Discovery.addresses().stream()
                        .map(InetAddress::getHostAddress)
                        .toList()
                : List.of("127.0.0.1");
        model.addAttribute("tablet", tablet);
        model.addAttribute("lan", settings.lan());
        model.addAttribute("command", settings.demo() ? "./orchard demo --lan" : "./orchard start --lan");
        model.addAttribute(
                "links",
                hosts.stream()
                        .map(host -> "%s://%s:%d/tablet/%s"
                                .formatted(request.getScheme(), host, request.getLocalPort(), tablets.pass(tablet)))
                        .map(text -> new Link(text, new QrCode(text)))
                        .toList());
        return "layouts/link";
    }

    /** A link as it is shown. */
    record Link(String text, QrCode code) {}

    /** What there is to play. */
    @GetMapping("/play")
    String play(Model model) {
        model.addAttribute("layouts", keeper.rig().layouts());
        return "play/list";
    }
}
