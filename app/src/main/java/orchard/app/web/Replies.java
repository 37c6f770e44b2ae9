package orchard.app.web;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import orchard.app.live.Names;
import orchard.app.store.RigKeeper;
import orchard.mapping.Sentence;
import orchard.mistake.Mistake;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.ui.Model;
import org.springframework.web.bind.MissingServletRequestParameterException;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.server.ResponseStatusException;
import tools.jackson.databind.json.JsonMapper;

/** How edits answer: kept edits lead to a page, refused ones put a sentence beside the field and leave the rest alone. */
@ControllerAdvice
class Replies {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final RigKeeper keeper;

    private final Names names;

    Replies(RigKeeper keeper, Names names) {
        this.keeper = keeper;
        this.names = names;
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

    /** Leads the page to a path after something was deleted; the page offers to take it back. */
    static ResponseEntity<Void> deleted(String path, Edit edit) {
        ResponseEntity<Void> leads = go(path);
        return ResponseEntity.status(leads.getStatusCode())
                .headers(leads.getHeaders())
                .header("HX-Trigger", JSON.writeValueAsString(Map.of("gone", Map.of("label", edit.label()))))
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
        model.addAttribute(
                "now",
                meanwhile
                        ? keeper.rig()
                                .mapping(refused.part())
                                .map(mapping -> Sentence.of(mapping, names).text())
                                .orElse("")
                        : "");
        model.addAttribute("seen", meanwhile ? String.valueOf(keeper.revision(refused.part())) : null);
        return "refusal";
    }

    /** Something that nobody put beside the part it is about: the sentence is said all the same. */
    @ExceptionHandler
    String mistaken(Mistake mistake, Model model, HttpServletResponse response) {
        return refused(EditRefused.invalid("", mistake.field(), mistake.getMessage()), model, response);
    }

    /** What came is not what the page's own form would send. */
    @ExceptionHandler({MethodArgumentTypeMismatchException.class, MissingServletRequestParameterException.class})
    void malformed(HttpServletResponse response) throws IOException {
        response.sendError(HttpStatus.BAD_REQUEST.value());
    }
}
