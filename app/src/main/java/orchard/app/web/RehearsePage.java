package orchard.app.web;

import java.util.List;
import java.util.stream.IntStream;
import orchard.app.demo.StandInHouse;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** Rehearse: the stand-ins' front panels, to be played. What they show comes over the live socket. */
@Controller
class RehearsePage {

    private final StandInHouse house;

    RehearsePage(StandInHouse house) {
        this.house = house;
    }

    @GetMapping("/rehearse")
    String page(Model model) {
        model.addAttribute("any", !house.standIns().isEmpty());
        model.addAttribute("knobs", numbers(8));
        model.addAttribute("pads", numbers(16));
        model.addAttribute("pageKeys", numbers(6));
        model.addAttribute("sideKeys", numbers(4));
        model.addAttribute("gullKeys", numbers(4));
        model.addAttribute("tracks", numbers(8));
        model.addAttribute("filter", List.of("cutoff", "resonance", "drive", "mix"));
        return "rehearse/page";
    }

    private static List<Integer> numbers(int count) {
        return IntStream.rangeClosed(1, count).boxed().toList();
    }
}
