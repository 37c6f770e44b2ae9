package orchard.app.web;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import orchard.app.live.Names;
import orchard.check.Check;
import orchard.gear.Ref;
import orchard.mapping.Fault;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.rig.Rig;

/** The sentences of all mappings, as Map lists them. */
final class SentenceList {

    private SentenceList() {}

    /** A list item for every mapping, none of them chosen. */
    static String html(Rig rig, Names names) {
        Map<Ref.ToParameter, List<Mapping>> drivers = new LinkedHashMap<>();
        for (Mapping mapping : rig.mappings()) {
            Check.driven(mapping)
                    .forEach(target -> drivers.computeIfAbsent(target, k -> new ArrayList<>())
                            .add(mapping));
        }
        Html html = new Html();
        for (Mapping mapping : rig.mappings()) {
            String alsoSetBy = Check.driven(mapping).stream()
                    .flatMap(target -> drivers.get(target).stream())
                    .filter(other -> !other.id().equals(mapping.id()))
                    .filter(other -> !(mapping.putsControl(names) && other.putsControl(names)))
                    .map(other -> names.words(other.trigger()))
                    .findFirst()
                    .orElse("");
            draw(mapping, names, alsoSetBy, html);
        }
        return html.toString();
    }

    private static void draw(Mapping mapping, Names names, String alsoSetBy, Html html) {
        html.raw("<li><a")
                .attribute("href", "/map?mapping=" + Replies.query(mapping.id()))
                .attribute("data-mapping", mapping.id())
                .raw(">");
        if (Fault.of(mapping, names).isPresent()) {
            html.raw("<span class=\"wrong\" title=\"cannot work\">▲ </span>");
        }
        for (Sentence.Phrase phrase : Sentence.of(mapping, names).phrases()) {
            boolean strong = phrase.clause() == Sentence.Clause.WHEN || phrase.clause() == Sentence.Clause.DO;
            html.raw(strong ? "<strong>" : "").text(phrase.text()).raw(strong ? "</strong>" : "");
        }
        if (!alsoSetBy.isEmpty()) {
            html.raw("<span class=\"also\"><span class=\"wrong\">▲</span> Also set by ")
                    .text(alsoSetBy)
                    .raw(".</span>");
        }
        html.raw("</a></li>");
    }
}
