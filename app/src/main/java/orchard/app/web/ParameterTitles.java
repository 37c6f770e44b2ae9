package orchard.app.web;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Focus;
import orchard.gear.Ref;
import orchard.gear.Through;
import orchard.mistake.Mistake;
import orchard.parameter.Parameter;
import orchard.rig.Rig;

/** What the parameters of a rig are called with their devices, as they are found by typing; none is called like another. */
final class ParameterTitles {

    private final Map<String, Ref.ToParameter> refs = new LinkedHashMap<>();
    private final Map<Ref.ToParameter, String> titles = new HashMap<>();

    private ParameterTitles() {}

    static ParameterTitles of(Rig rig, Directory names) {
        ParameterTitles all = new ParameterTitles();
        for (Device device : rig.gear()) {
            for (Parameter parameter : device.profile().parameters()) {
                String title = names.title(device, parameter) + " · " + device.name();
                Ref.ToParameter ref = new Ref.ToParameter(device.id(), parameter.id());
                String own = all.refs.containsKey(title) ? title + " (" + ref.key() + ")" : title;
                all.refs.put(own, ref);
                all.titles.put(ref, own);
            }
        }
        rig.foci().forEach(focus -> all.through(focus, rig, names));
        return all;
    }

    /** What is reached through a focus: by each of its places side by side, and in all of them. */
    private void through(Focus focus, Rig rig, Directory names) {
        for (String local : focus.locals(rig)) {
            for (int offset = focus.reach() > 1 ? Through.EACH : 1; offset <= focus.width(); offset++) {
                Through through = new Through(focus, offset, local);
                String title = through.words() + " · " + focus.name();
                refs.putIfAbsent(title, through.ref());
                titles.putIfAbsent(through.ref(), title);
            }
        }
    }

    /** All of them as options of a list that helps typing. */
    String options() {
        Html html = new Html();
        refs.keySet()
                .forEach(title -> html.raw("<option").attribute("value", title).raw("></option>"));
        return html.toString();
    }

    /** What the parameter of a key is called; "" for none, and for one that is missing. */
    String title(String key) {
        return Ref.ToParameter.of(key).map(titles::get).orElse("");
    }

    /**
     * The key of the parameter that is called so, or that has this key; its device need not be named where no other is called like it.
     *
     * @param field in which it was typed
     * @throws Mistake if there is none, or several
     */
    String key(String field, String typed) {
        String title = typed.strip();
        if (title.isEmpty() || titles.containsKey(Ref.ToParameter.of(title).orElse(Ref.ToParameter.NONE))) {
            return title;
        }
        String wanted = title.toLowerCase(Locale.ROOT);
        List<Ref.ToParameter> alike = new ArrayList<>();
        for (Map.Entry<String, Ref.ToParameter> one : refs.entrySet()) {
            String whole = one.getKey().toLowerCase(Locale.ROOT);
            if (whole.equals(wanted)) {
                return one.getValue().key();
            } else if (whole.startsWith(wanted + " · ")) {
                alike.add(one.getValue());
            }
        }
        if (alike.size() == 1) {
            return alike.get(0).key();
        }
        throw new Mistake(
                field,
                alike.isEmpty()
                        ? "no parameter is called “" + title + "”; begin to type its name and choose it"
                        : alike.size() + " parameters are called “" + title + "”; choose one with its device");
    }
}
