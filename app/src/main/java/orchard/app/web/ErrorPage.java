package orchard.app.web;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.RequestMapping;

/** The plain page for whatever went wrong: says what, and what to do; never how the inside looks. */
@Controller
class ErrorPage implements ErrorController {

    @RequestMapping("/error")
    String error(HttpServletRequest request, Model model) {
        Object status = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE);
        int code = status instanceof Integer number ? number : 404;
        model.addAttribute(
                "title",
                switch (code) {
                    case 400 -> "That could not be read";
                    case 401 -> "You are not let in yet";
                    case 403 -> "That was not allowed";
                    case 404 -> "There is nothing here";
                    default -> "Orchard stumbled";
                });
        model.addAttribute(
                "text",
                switch (code) {
                    case 401 ->
                        "Open the address that Orchard printed when it started. It begins with "
                                + "“Orchard is ready:” and ends with a key.";
                    case 403 -> "The page may be too old. Load it again and try once more.";
                    case 404 -> "What was here may have been deleted. Undo brings it back.";
                    default -> "What was playing goes on playing. Load the page again; the log has the reason.";
                });
        model.addAttribute("home", code != 401);
        return "error";
    }
}
