package orchard.app.web;

import org.springframework.web.util.HtmlUtils;

/**
 * Markup as it is put together. Lists of a thousand lines are drawn here and not by a template, which would take longer over them than over
 * all the rest of their page. What comes from a rig goes in as text or as an attribute, and every character of it is escaped.
 */
final class Html {

    /** What stands before the name of a favourite. */
    static final String STAR = "<span class=\"star\">★ <span class=\"visually-hidden\">favourite, </span></span>";

    private final StringBuilder all = new StringBuilder(8_192);

    /** Markup, as it is written in the code. */
    Html raw(String markup) {
        all.append(markup);
        return this;
    }

    /** Words between tags. */
    Html text(String words) {
        all.append(escape(words));
        return this;
    }

    /** An attribute of the tag that is open. */
    Html attribute(String name, String value) {
        all.append(' ').append(name).append("=\"").append(escape(value)).append('"');
        return this;
    }

    static String escape(String words) {
        return HtmlUtils.htmlEscape(words, "UTF-8");
    }

    @Override
    public String toString() {
        return all.toString();
    }
}
