package orchard.app.web;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import orchard.app.live.Names;
import orchard.check.Check;
import orchard.gear.Layer;
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
        for (Layer layer : rig.layers()) {
            List<Mapping> in = rig.mappings().stream()
                    .filter(mapping -> !mapping.layers().isEmpty()
                            && mapping.layers().get(0).equals(layer.id()))
                    .toList();
            head(layer.name(), layer.sign().words(), in, html);
            draw(in, drivers, names, html);
        }
        List<Mapping> always = rig.mappings().stream()
                .filter(mapping -> mapping.layers().isEmpty()
                        || rig.layer(mapping.layers().get(0)).isEmpty())
                .toList();
        if (!rig.layers().isEmpty()) {
            head("below all layers", "", always, html);
        }
        draw(always, drivers, names, html);
        return html.toString();
    }

    private static void head(String name, String sign, List<Mapping> in, Html html) {
        if (!in.isEmpty()) {
            html.raw("<li class=\"layerhead\">");
            if (!sign.isEmpty()) {
                html.raw("<svg class=\"pattern\" aria-hidden=\"true\"><rect width=\"100%\" height=\"100%\"")
                        .attribute("class", "sign-" + sign)
                        .raw("></rect></svg>");
            }
            html.text(name)
                    .raw("<span class=\"mono\">")
                    .text(String.valueOf(in.size()))
                    .raw("</span></li>");
        }
    }

    private static void draw(
            List<Mapping> mappings, Map<Ref.ToParameter, List<Mapping>> drivers, Names names, Html html) {
        for (Mapping mapping : mappings) {
            String alsoSetBy = Check.driven(mapping).stream()
                    .flatMap(target -> drivers.get(target).stream())
                    .filter(other -> !other.id().equals(mapping.id()))
                    .filter(other -> other.layers().equals(mapping.layers()))
                    .filter(other -> !(mapping.putsControl(names) && other.putsControl(names)))
                    .map(other -> other.cause(names))
                    .findFirst()
                    .orElse("");
            draw(mapping, names, alsoSetBy, html);
        }
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
