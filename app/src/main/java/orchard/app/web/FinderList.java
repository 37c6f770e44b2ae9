package orchard.app.web;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import orchard.app.live.Names;
import orchard.app.live.Values;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.mapping.Mapping;
import orchard.parameter.Parameter;
import orchard.rig.Rig;

/** Every parameter and every control of a rig, as the finder lists them, and the tree by which they are narrowed. */
record FinderList(List<Row> rows, List<Branch> tree) {

    /**
     * A parameter or a control.
     *
     * @param key under which its value is told live
     * @param at how the page is asked to show it
     * @param group device and group, by which the tree narrows the list
     * @param number of a parameter: its place in its device, from 1; of a control 0
     * @param mapped how many mappings are about it
     * @param words everything it can be found by, in small letters
     */
    record Row(
            String key,
            String at,
            String group,
            int number,
            String name,
            String where,
            String range,
            String sends,
            int mapped,
            boolean favourite,
            boolean isParameter,
            String words) {

        private void draw(String value, boolean chosen, Html html) {
            html.raw("<tr")
                    .attribute("data-at", at)
                    .attribute("data-key", key)
                    .attribute("data-group", group)
                    .attribute("data-mapped", Integer.toString(mapped))
                    .attribute("data-star", Boolean.toString(favourite))
                    .attribute("data-kind", isParameter ? "parameter" : "control")
                    .attribute("data-words", words)
                    .raw(chosen ? " aria-current=\"true\">" : ">")
                    .raw("<td class=\"mono faint\">")
                    .text(number == 0 ? "" : Integer.toString(number))
                    .raw("</td><th scope=\"row\"><a")
                    .attribute("href", "/map/find?at=" + Replies.query(at))
                    .raw(">")
                    .raw(favourite ? Html.STAR : "")
                    .raw("<span>")
                    .text(name)
                    .raw("</span></a> <span class=\"faint\">")
                    .text(where)
                    .raw("</span></th><td class=\"mono val\">")
                    .text(value)
                    .raw("</td><td class=\"faint\">")
                    .text(range)
                    .raw("</td><td class=\"mono faint addr\">")
                    .text(sends)
                    .raw("</td><td>");
            draw(mapped, html);
            html.raw("</td></tr>");
        }

        private static void draw(int mapped, Html html) {
            if (mapped == 0) {
                html.raw("<span class=\"faint\"><span aria-hidden=\"true\">○</span> no</span>");
            } else if (mapped == 1) {
                html.raw("<span><span aria-hidden=\"true\" class=\"leafmark\">●</span> once</span>");
            } else {
                html.raw("<span><span aria-hidden=\"true\" class=\"leafmark\">●●</span> ")
                        .text(mapped + "×")
                        .raw("</span>");
            }
        }
    }

    /** A device with the groups of its parameters. */
    record Branch(String id, String name, List<Twig> twigs, int count) {}

    /** A group of parameters in the tree. */
    record Twig(String id, String name, int count) {}

    static FinderList of(Rig rig, Names names) {
        Map<Ref.ToParameter, Integer> movedBy = new HashMap<>();
        Map<String, Integer> does = new HashMap<>();
        for (Mapping mapping : rig.mappings()) {
            mapping.targets().forEach(target -> movedBy.merge(target, 1, Integer::sum));
            mapping.when().triggers().stream()
                    .map(trigger -> trigger.device() + "/" + trigger.control())
                    .distinct()
                    .forEach(control -> does.merge(control, 1, Integer::sum));
        }
        List<Row> rows = new ArrayList<>();
        List<Branch> tree = new ArrayList<>();
        for (Device device : rig.gear()) {
            List<Row> own = new ArrayList<>();
            List<Parameter> parameters = device.profile().parameters();
            for (int i = 0; i < parameters.size(); i++) {
                own.add(row(device, parameters.get(i), i + 1, movedBy, names));
            }
            device.profile().controls().forEach(control -> own.add(row(device, control, does, names)));
            tree.add(branch(device, own, names));
            rows.addAll(own);
        }
        return new FinderList(List.copyOf(rows), List.copyOf(tree));
    }

    /** The lines of the table, with their values of this moment. */
    String html(String chosen, Values values) {
        Map<String, Values.OfParameter> parameters = values.parameters();
        Map<String, Values.OfControl> controls = values.controls();
        Html html = new Html();
        for (Row row : rows) {
            String value = "";
            if (row.isParameter()) {
                Values.OfParameter of = parameters.get(row.key());
                value = of == null ? "" : of.text();
            } else {
                Values.OfControl of = controls.get(row.key());
                value = of == null ? "" : Math.round(100 * of.position()) + " %";
            }
            row.draw(value, row.at().equals(chosen), html);
        }
        return html.toString();
    }

    private static Row row(
            Device device, Parameter parameter, int number, Map<Ref.ToParameter, Integer> movedBy, Names names) {
        Ref.ToParameter ref = new Ref.ToParameter(device.id(), parameter.id());
        String where = names.groupTitle(device, parameter.group())
                .map(group -> device.name() + " · " + group)
                .orElse(device.name());
        String range = parameter.hasNames()
                ? parameter.count() + " names"
                : parameter.textOfReal(parameter.range().low()) + " to "
                        + parameter.textOfReal(parameter.range().high());
        String words = String.join(
                        " ",
                        parameter.name(),
                        where,
                        range,
                        parameter.law().words(),
                        parameter.binding().words(),
                        parameter.range().unit(),
                        String.join(" ", parameter.marks().tags()))
                .toLowerCase(Locale.ROOT);
        return new Row(
                ref.key(),
                "p/" + ref.key(),
                device.id() + "/" + parameter.group(),
                number,
                parameter.name(),
                where,
                range,
                parameter.binding().words(),
                movedBy.getOrDefault(ref, 0),
                parameter.marks().favourite(),
                true,
                words);
    }

    private static Row row(Device device, Control control, Map<String, Integer> does, Names names) {
        String key = device.id() + "/" + control.id();
        String dimension = control.dimensions().get(0).name();
        String sends = control.dimensions().stream()
                .map(d -> names.noteNames().spelled(d.pattern().words()))
                .distinct()
                .collect(Collectors.joining("; "));
        return new Row(
                key + "/" + dimension,
                "c/" + key,
                device.id() + "/",
                0,
                control.name(),
                device.name(),
                control.kind().words(),
                sends,
                does.getOrDefault(key, 0),
                false,
                false,
                String.join(" ", control.name(), device.name(), control.kind().words(), sends)
                        .toLowerCase(Locale.ROOT));
    }

    private static Branch branch(Device device, List<Row> rows, Names names) {
        List<Twig> twigs = device.profile().parameters().stream()
                .map(Parameter::group)
                .distinct()
                .map(group -> new Twig(
                        device.id() + "/" + group,
                        names.groupTitle(device, group).orElse("Parameters"),
                        (int) rows.stream()
                                .filter(r -> r.isParameter() && r.group().equals(device.id() + "/" + group))
                                .count()))
                .toList();
        return new Branch(device.id(), device.name(), twigs, rows.size());
    }
}
