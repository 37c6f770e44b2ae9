package orchard.app.web;

import jakarta.servlet.http.HttpServletResponse;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import orchard.app.store.RigKeeper;
import orchard.rig.EditRefused;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.server.ResponseStatusException;
import tools.jackson.databind.json.JsonMapper;

/** How edits answer: kept edits lead to a page, refused ones put a sentence beside the field and leave the rest alone. */
@ControllerAdvice
class Replies {

    private static final Logger LOG = LoggerFactory.getLogger(Replies.class);
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final RigKeeper keeper;

    Replies(RigKeeper keeper) {
        this.keeper = keeper;
    }

    /** Leads the page to a path, exchanging only what is between frame and ticker. */
    static ResponseEntity<Void> go(String path) {
        return ResponseEntity.noContent()
                .header(
                        "HX-Location",
                        JSON.writeValueAsString(
                                Map.of("path", path, "target", "#page", "select", "#page", "swap", "outerHTML")))
                .build();
    }

    /** Text made safe to stand in a query. */
    static String query(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    /** What is asked for is not in the rig (any more). */
    static ResponseStatusException gone() {
        return new ResponseStatusException(HttpStatus.NOT_FOUND);
    }

    @ExceptionHandler
    String refused(EditRefused refused, Model model, HttpServletResponse response) {
        response.setStatus(HttpStatus.UNPROCESSABLE_CONTENT.value());
        response.setHeader(HttpHeaders.CACHE_CONTROL, "no-store");
        model.addAttribute("message", refused.getMessage());
        model.addAttribute("field", refused.field());
        boolean meanwhile = refused.why() == EditRefused.Cause.CHANGED_MEANWHILE;
        model.addAttribute("seen", meanwhile ? String.valueOf(keeper.revision(refused.part())) : null);
        return "refusal";
    }

    @ExceptionHandler
    @ResponseStatus(HttpStatus.UNPROCESSABLE_CONTENT)
    String invalid(IllegalArgumentException invalid, Model model) {
        LOG.debug("Refused: {}", invalid.getMessage());
        model.addAttribute("message", invalid.getMessage());
        model.addAttribute("field", "");
        model.addAttribute("seen", null);
        return "refusal";
    }
}
