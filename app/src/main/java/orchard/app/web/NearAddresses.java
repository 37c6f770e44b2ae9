package orchard.app.web;

import java.util.List;
import java.util.Map;
import orchard.app.live.Addresses;
import orchard.app.store.RigKeeper;
import orchard.inventory.Nearby;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What an OSC address may have been meant to be, while somebody types it. */
@Controller
class NearAddresses {

    private static final int LONGEST = 300;

    private final RigKeeper keeper;
    private final Addresses addresses;

    NearAddresses(RigKeeper keeper, Addresses addresses) {
        this.keeper = keeper;
        this.addresses = addresses;
    }

    /** The nearest ones to the first word of what was typed; nothing where that is no address, or a known one. */
    @GetMapping("/addresses/near")
    String near(@RequestParam Map<String, String> typed, Model model) {
        String first = typed.values().stream()
                .map(text -> text.strip().split("\\s", 2)[0])
                .filter(text -> text.startsWith("/"))
                .findFirst()
                .orElse("");
        List<Nearby> near =
                !first.isEmpty() && first.length() <= LONGEST ? addresses.near(keeper.rig(), first) : List.of();
        model.addAttribute("near", near);
        return "fragments/near";
    }
}
