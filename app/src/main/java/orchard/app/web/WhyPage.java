package orchard.app.web;

import java.util.List;
import orchard.app.live.Names;
import orchard.app.live.SignalLog;
import orchard.engine.Explain;
import orchard.outcome.Line;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** Why: the whole reason of one row of the ticker. */
@Controller
class WhyPage {

    private final SignalLog log;
    private final Names names;

    WhyPage(SignalLog log, Names names) {
        this.log = log;
        this.names = names;
    }

    @GetMapping("/why/{number}")
    String why(@PathVariable long number, Model model) {
        List<Line> lines =
                log.trace(number).map(trace -> Explain.lines(trace, names)).orElse(List.of());
        model.addAttribute("lines", lines.stream().map(this::spelled).toList());
        return "why";
    }

    private Line spelled(Line line) {
        return new Line(line.tone(), names.noteNames().spelled(line.text()), line.mapping());
    }
}
