package orchard.app.web;

import orchard.app.port.AllowedSenders;
import orchard.app.port.PortRoom;
import orchard.app.store.MachineTable;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Who may send OSC to this machine, and who tried. */
@Controller
class SendersPage {

    private final AllowedSenders senders;
    private final MachineTable machine;

    SendersPage(PortRoom ports, MachineTable machine) {
        this.senders = ports.senders();
        this.machine = machine;
    }

    /** Who was not let in. */
    @GetMapping("/connect/senders")
    String refused(Model model) {
        model.addAttribute("refused", senders.refused());
        return "connect/senders :: refused";
    }

    /** Lets in only those of a list, or everybody. */
    @PostMapping("/connect/senders")
    ResponseEntity<Void> allow(@RequestParam String senders) {
        this.senders.allow(senders); // at once, whether or not it can be remembered
        machine.oscSenders(this.senders.text());
        return Replies.go("/connect");
    }

    /** Lets somebody in as well. */
    @PostMapping("/connect/senders/more")
    ResponseEntity<Void> allowMore(@RequestParam String sender) {
        return allow(senders.text() + " " + sender);
    }
}
