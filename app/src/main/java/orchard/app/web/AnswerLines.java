package orchard.app.web;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.light.Light;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.rig.EditRefused;
import orchard.rig.MappingCopier;
import orchard.rig.Rig;

/** The lights that answer a sentence, and those that could, as lines of a form. */
final class AnswerLines {

    /**
     * One light.
     *
     * @param words what it shows, where it answers
     */
    record Line(String key, String title, boolean answers, String words) {}

    private AnswerLines() {}

    /** Those that answer, and those on the sentence's own control. */
    static List<Line> of(Mapping mapping, Rig rig, Directory names) {
        Map<String, Line> lines = new LinkedHashMap<>();
        for (Show.Answer answer : mapping.show().answers()) {
            String key = answer.light().key();
            lines.put(key, new Line(key, names.words(answer.light()), true, answer.words(names)));
        }
        for (Show.Answer answer : new MappingCopier(rig).answers(mapping.trigger())) {
            String key = answer.light().key();
            lines.putIfAbsent(key, new Line(key, names.words(answer.light()), false, ""));
        }
        return List.copyOf(lines.values());
    }

    /** What every light is called where one is typed, as options. */
    static String options(Rig rig) {
        Html html = new Html();
        each(
                rig,
                (device, light) -> html.raw("<option")
                        .attribute("value", title(device, light))
                        .raw("></option>"));
        return html.toString();
    }

    private interface Each {
        void light(Device device, Light light);
    }

    private static void each(Rig rig, Each what) {
        rig.devices().forEach(device -> device.profile().lights().forEach(light -> what.light(device, light)));
    }

    private static String title(Device device, Light light) {
        return light.name() + " · " + device.name();
    }

    /**
     * The answers that are meant: those that are ticked keep their rules, new ones get what is usual.
     *
     * @param also one more, as it was typed; or ""
     */
    static Show read(Mapping mapping, List<String> ticked, String also, Rig rig) {
        Map<String, Ref.ToLight> lights = new LinkedHashMap<>();
        ticked.forEach(key -> lights.put(key, LightPage.light(key)));
        if (!also.isBlank()) {
            Map<String, Ref.ToLight> titles = new LinkedHashMap<>();
            each(rig, (device, light) -> titles.put(title(device, light), new Ref.ToLight(device.id(), light.id())));
            Ref.ToLight one = titles.get(also.strip());
            if (one == null) {
                throw EditRefused.invalid(
                        mapping.id(), "also", "There is no light “" + also.strip() + "”; choose from the list");
            }
            lights.put(one.key(), one);
        }
        MappingCopier copier = new MappingCopier(rig);
        List<Show.Answer> answers = new ArrayList<>();
        lights.values()
                .forEach(light -> answers.add(mapping.show().answers().stream()
                        .filter(answer -> answer.light().equals(light))
                        .findFirst()
                        .orElseGet(() -> copier.answer(mapping, light))));
        return new Show(answers);
    }
}
