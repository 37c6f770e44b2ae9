package orchard.app.web;

import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.app.demo.StandInHouse;
import orchard.rig.EditRefused;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;

/** Rehearse: the stand-ins' front panels, to be played. What they show comes over the live socket. */
@Controller
class RehearsePage {

    private final StandInHouse house;

    RehearsePage(StandInHouse house) {
        this.house = house;
    }

    @GetMapping("/rehearse")
    String page(Model model) {
        model.addAttribute("on", house.standIns().keySet());
        model.addAttribute(
                "off",
                StandInHouse.all().stream()
                        .filter(id -> !house.standIns().containsKey(id))
                        .toList());
        model.addAttribute("knobs", numbers(8));
        model.addAttribute("pads", numbers(16));
        model.addAttribute("pageKeys", numbers(6));
        model.addAttribute("sideKeys", numbers(4));
        model.addAttribute("strips", numbers(8));
        model.addAttribute(
                "sluiceKeys", List.of("Bank left", "Bank right", "Rewind", "Forward", "Stop", "Play", "Record"));
        model.addAttribute("switches", numbers(10));
        model.addAttribute("pedals", numbers(2));
        model.addAttribute("peat", peat());
        model.addAttribute("gullKeys", numbers(4));
        model.addAttribute("tracks", numbers(8));
        model.addAttribute("filter", List.of("cutoff", "resonance", "drive", "mix"));
        return "rehearse/page";
    }

    @PostMapping("/rehearse/{id}/on")
    ResponseEntity<Void> on(@PathVariable String id) {
        if (!StandInHouse.all().contains(id)) {
            throw Replies.gone();
        }
        try {
            house.switchOn(id);
        } catch (UncheckedIOException | IllegalStateException e) {
            throw EditRefused.invalid(id, "", "It could not be switched on: " + e.getMessage());
        }
        return Replies.go("/rehearse");
    }

    @PostMapping("/rehearse/{id}/off")
    ResponseEntity<Void> off(@PathVariable String id) {
        house.switchOff(id);
        return Replies.go("/rehearse");
    }

    /** One knob on the synth's panel. */
    record Knob(String name, String part) {}

    /** Knobs that belong together. */
    record Knobs(String name, List<Knob> knobs) {}

    private static List<Knobs> peat() {
        List<Knobs> groups = new ArrayList<>();
        for (int i : numbers(4)) {
            groups.add(knobs("Oscillator " + i, i, "Waveform", "Tuning", "Level"));
        }
        groups.add(new Knobs("Filter", List.of(new Knob("Cutoff", "cutoff"), new Knob("Resonance", "resonance"))));
        for (int i : numbers(2)) {
            groups.add(new Knobs(
                    "LFO " + i, List.of(new Knob("Rate", "lfo" + i + "rate"), new Knob("Depth", "lfo" + i + "depth"))));
        }
        for (int i : numbers(3)) {
            groups.add(knobs("Envelope " + i, i, "Attack", "Decay", "Sustain", "Release"));
        }
        return groups;
    }

    private static Knobs knobs(String name, int number, String... knobs) {
        return new Knobs(
                name,
                Stream.of(knobs)
                        .map(knob -> new Knob(knob, knob.toLowerCase(Locale.ROOT) + number))
                        .toList());
    }

    private static List<Integer> numbers(int count) {
        return IntStream.rangeClosed(1, count).boxed().toList();
    }
}
