package orchard.app.web;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
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
import org.springframework.web.multipart.MultipartException;
import org.springframework.web.multipart.support.MissingServletRequestPartException;
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

    /** What came is not what the page's own form would send: it is said which field, and what was expected there. */
    @ExceptionHandler
    String malformed(
            MethodArgumentTypeMismatchException wrong,
            Model model,
            HttpServletRequest request,
            HttpServletResponse response)
            throws IOException {
        String found = String.valueOf(wrong.getValue());
        return answer(
                HttpStatus.BAD_REQUEST,
                "“%s” is “%s”; expected %s."
                        .formatted(wrong.getName(), shortened(found), expected(wrong.getRequiredType())),
                model,
                request,
                response);
    }

    @ExceptionHandler
    String missing(
            MissingServletRequestParameterException missing,
            Model model,
            HttpServletRequest request,
            HttpServletResponse response)
            throws IOException {
        return answer(
                HttpStatus.BAD_REQUEST,
                "“%s” is missing; fill it in, or load the page again.".formatted(missing.getParameterName()),
                model,
                request,
                response);
    }

    @ExceptionHandler({MissingServletRequestPartException.class, MultipartException.class})
    String missingFile(Model model, HttpServletRequest request, HttpServletResponse response) throws IOException {
        return answer(
                HttpStatus.BAD_REQUEST,
                "A file is missing, or cannot be read; choose one of at most 4 MiB.",
                model,
                request,
                response);
    }

    @ExceptionHandler
    String missing(ResponseStatusException gone, Model model, HttpServletRequest request, HttpServletResponse response)
            throws IOException {
        return answer(
                HttpStatus.valueOf(gone.getStatusCode().value()),
                "What this is about (%s) is not in the rig any more; Undo brings it back."
                        .formatted(shortened(request.getRequestURI())),
                model,
                request,
                response);
    }

    /** A sentence for what was to be changed; a page of its own for what was to be read. */
    private static String answer(
            HttpStatus status, String sentence, Model model, HttpServletRequest request, HttpServletResponse response)
            throws IOException {
        if (!request.getMethod().equals("POST")) {
            response.sendError(status.value());
            return null;
        }
        response.setStatus(status.value());
        response.setHeader(HttpHeaders.CACHE_CONTROL, "no-store");
        model.addAttribute("message", sentence);
        return "refusal";
    }

    private static String expected(Class<?> type) {
        if (type == null || type == String.class) {
            return "a text";
        } else if (type.isEnum()) {
            return Stream.of(type.getEnumConstants()).map(Object::toString).collect(Collectors.joining(", "));
        }
        return type == boolean.class || type == Boolean.class ? "true or false" : "a whole number";
    }

    private static String shortened(String text) {
        return text.length() > 60 ? text.substring(0, 60) + "…" : text;
    }
}
