package orchard.app.web;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import orchard.app.live.Describing;
import orchard.app.live.Names;
import orchard.app.live.Values;
import orchard.app.port.PortRoom;
import orchard.app.store.RigKeeper;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.recognise.Guess;
import orchard.rig.EditRefused;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Describe by touch: a person moves one control after another, and the device fills itself in. */
@Controller
class TouchPage {

    private final RigKeeper keeper;
    private final Describing describing;
    private final DeviceEdits edits;
    private final Names names;
    private final Values values;
    private final PortRoom ports;
    private final GreetingPage greeting;

    TouchPage(
            RigKeeper keeper,
            Describing describing,
            DeviceEdits edits,
            Names names,
            Values values,
            PortRoom ports,
            GreetingPage greeting) {
        this.greeting = greeting;
        this.ports = ports;
        this.keeper = keeper;
        this.describing = describing;
        this.edits = edits;
        this.names = names;
        this.values = values;
    }

    /**
     * One thing that was recognised.
     *
     * @param kinds what it may be, the one it is taken for among them
     * @param sure in words
     */
    record Recognised(
            int place,
            String name,
            Control.Kind kind,
            List<Control.Kind> kinds,
            String messages,
            String reached,
            String sure,
            String gesture) {}

    /** A question that messages do not answer: are these what they were taken for, or one of the others? */
    record Question(Control.Kind kind, int count, List<Control.Kind> others) {}

    @GetMapping("/describe/{id}/touched")
    String touched(@PathVariable String id, Model model) {
        fill(keeper.rig().ownDevice(id).orElseThrow(Replies::gone), model);
        return "describe/touch :: touched";
    }

    /** Puts what was recognised so far into a model. */
    void fill(Device device, Model model) {
        List<Guess> guesses = describing.guesses(device.id());
        List<Control> controls = describing.controls(device);
        List<Recognised> recognised = new ArrayList<>();
        Map<Control.Kind, List<Guess>> byKind = new LinkedHashMap<>();
        for (int i = 0; i < guesses.size() && i < controls.size(); i++) {
            Guess guess = guesses.get(i);
            String messages = String.join(
                    " · ",
                    guess.dimensions().stream()
                            .filter(d -> !d.name().equals("gate")
                                    || guess.dimensions().size() == 1)
                            .map(d -> names.noteNames().spelled(d.words()))
                            .toList());
            recognised.add(new Recognised(
                    i,
                    controls.get(i).name(),
                    guess.kind(),
                    kinds(guess),
                    messages,
                    reached(guess),
                    sure(guess),
                    guess.gesture()));
            byKind.computeIfAbsent(guess.kind(), k -> new ArrayList<>()).add(guess);
        }
        List<Question> questions = new ArrayList<>();
        byKind.forEach((kind, alike) -> {
            List<Control.Kind> others = alike.get(0).alternatives().stream()
                    .filter(other -> other != kind)
                    .toList();
            if (!others.isEmpty() && alike.size() > 1) {
                questions.add(new Question(kind, alike.size(), others));
            }
        });
        Device preview = device.with(device.profile().withControls(controls));
        model.addAttribute("device", device);
        model.addAttribute("seen", keeper.revision(device.id()));
        model.addAttribute("recognised", recognised);
        model.addAttribute("questions", questions);
        model.addAttribute(
                "unsure",
                recognised.stream().filter(r -> !r.gesture().isEmpty()).toList());
        model.addAttribute(
                "ownLanguage",
                ports.ports().stream().anyMatch(port -> port.device().equals(device.id()) && port.ownLanguage()));
        greeting.fill(device, "touch", model);
        model.addAttribute("preview", FaceView.of(preview, keeper.rig(), names, values));
    }

    private static List<Control.Kind> kinds(Guess guess) {
        Set<Control.Kind> kinds = new LinkedHashSet<>(List.of(guess.kind()));
        kinds.addAll(guess.alternatives());
        return List.copyOf(kinds);
    }

    private static String reached(Guess guess) {
        Guess.Seen seen = guess.seen();
        String range = seen.bits() > 0
                ? "%d to %d of %d bit".formatted((int) seen.low(), (int) seen.high(), seen.bits())
                : "%.2f to %.2f".formatted(seen.low(), seen.high()).replace('-', '−');
        return range + (seen.noise() > 0 ? ", trembles by " + (int) Math.ceil(seen.noise()) : "") + ", "
                + seen.release();
    }

    private static String sure(Guess guess) {
        return guess.isSure() ? "sure" : guess.sure() >= 0.5 ? "nearly sure" : "not sure yet";
    }

    @PostMapping("/describe/{id}/touch")
    ResponseEntity<Void> begin(@PathVariable String id) {
        keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
        describing.begin(id);
        return DeviceEdits.back(id, "touch");
    }

    @PostMapping("/describe/{id}/touch/end")
    ResponseEntity<Void> end(@PathVariable String id) {
        describing.end(id);
        return DeviceEdits.back(id, "face");
    }

    @PostMapping("/describe/{id}/touch/again")
    ResponseEntity<Void> again(@PathVariable String id) {
        describing.end(id);
        describing.begin(id);
        return DeviceEdits.back(id, "touch");
    }

    @PostMapping("/describe/{id}/touch/kind")
    ResponseEntity<Void> kind(@PathVariable String id, @RequestParam Control.Kind from, @RequestParam Control.Kind to) {
        describing.take(id, from, to);
        return DeviceEdits.back(id, "touch");
    }

    /** One control is something else than it was taken for. */
    @PostMapping("/describe/{id}/touch/one")
    ResponseEntity<Void> one(@PathVariable String id, @RequestParam int place, @RequestParam Control.Kind to) {
        describing.take(id, place, to);
        return DeviceEdits.back(id, "touch");
    }

    @PostMapping("/describe/{id}/touch/drop")
    ResponseEntity<Void> drop(@PathVariable String id, @RequestParam int place) {
        describing.drop(id, place);
        return DeviceEdits.back(id, "touch");
    }

    /** Makes what was recognised part of the rig, in one edit. */
    @PostMapping("/describe/{id}/touch/keep")
    ResponseEntity<Void> keep(@PathVariable String id, @RequestParam long seen) {
        Device device = keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
        List<Control> added = describing.controls(device);
        if (added.isEmpty()) {
            throw EditRefused.invalid(id, "", "Nothing was touched yet. Move a control of " + device.name() + ".");
        }
        String what = added.size() == 1 ? added.get(0).name() : added.size() + " controls";
        edits.profile(id, seen, "", d -> "Describe " + what + " of " + d.name(), profile -> {
            List<Control> all = new ArrayList<>(profile.controls());
            all.addAll(added);
            return profile.withControls(all);
        });
        describing.end(id);
        return DeviceEdits.back(id, "face");
    }
}
