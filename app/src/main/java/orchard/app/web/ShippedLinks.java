package orchard.app.web;

import java.util.List;
import orchard.app.Shipped;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.thymeleaf.context.IExpressionContext;
import org.thymeleaf.linkbuilder.StandardLinkBuilder;
import org.thymeleaf.spring6.SpringTemplateEngine;

/** Pages link scripts and styles by where they lie, {@code @{/js/main.js}}, and browsers find the address under which they may be kept. */
@ControllerAdvice(annotations = Controller.class)
class ShippedLinks {

    private final Shipped shipped;

    ShippedLinks(SpringTemplateEngine engine, Shipped shipped) {
        this.shipped = shipped;
        engine.setLinkBuilder(new StandardLinkBuilder() {
            @Override
            protected String processLink(IExpressionContext context, String link) {
                return link.startsWith("/js/") || link.startsWith("/css/") ? shipped.at(link) : link;
            }
        });
    }

    @ModelAttribute("sheets")
    List<String> sheets() {
        return shipped.sheets();
    }
}
