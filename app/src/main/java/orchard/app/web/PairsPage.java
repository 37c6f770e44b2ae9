package orchard.app.web;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import orchard.app.live.Names;
import orchard.app.store.RigKeeper;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.mapping.Mapping;
import orchard.parameter.Parameter;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.MappingCopier;
import orchard.rig.Part;
import orchard.rig.Rig;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Pairs: a group of controls onto a list of parameters, the first onto the first and so on. */
@Controller
class PairsPage {

    private static final int MOST = 128;

    private final RigKeeper keeper;
    private final Names names;

    PairsPage(RigKeeper keeper, Names names) {
        this.keeper = keeper;
        this.names = names;
    }

    /**
     * Something that can be picked.
     *
     * @param words everything it can be found by, in small letters
     */
    record Pick(String value, String name, boolean mapped, String words) {}

    /** What belongs together, under a heading. */
    record Bundle(String name, List<Pick> picks) {}

    @GetMapping("/map/pairs")
    String page(Model model) {
        Rig rig = keeper.rig();
        Set<String> moving = new HashSet<>();
        Set<Ref.ToParameter> moved = new HashSet<>();
        for (Mapping mapping : rig.mappings()) {
            mapping.when().triggers().forEach(t -> moving.add(t.device() + "/" + t.control()));
            moved.addAll(mapping.targets());
        }
        List<Bundle> controls = new ArrayList<>();
        List<Bundle> parameters = new ArrayList<>();
        for (Device device : rig.gear()) {
            List<Pick> own = device.profile().controls().stream()
                    .map(c -> pick(device, c, moving))
                    .toList();
            if (!own.isEmpty()) {
                controls.add(new Bundle(device.name(), own));
            }
            device.profile().parameters().stream()
                    .filter(Parameter::settable)
                    .map(Parameter::group)
                    .distinct()
                    .forEach(group -> parameters.add(bundle(device, group, moved)));
        }
        model.addAttribute("controls", controls);
        model.addAttribute("parameters", parameters);
        return "pairs/page";
    }

    private static Pick pick(Device device, Control control, Set<String> moving) {
        String page = control.pageNumber() > 1 ? ", page " + control.pageNumber() : "";
        return new Pick(
                Pickers.main(device, control).key(),
                control.name() + page,
                moving.contains(device.id() + "/" + control.id()),
                (control.name() + page + " " + device.name() + " "
                                + control.kind().words())
                        .toLowerCase(Locale.ROOT));
    }

    private Bundle bundle(Device device, String group, Set<Ref.ToParameter> moved) {
        String title = names.groupTitle(device, group)
                .map(name -> device.name() + " · " + name)
                .orElse(device.name());
        return new Bundle(
                title,
                device.profile().parameters().stream()
                        .filter(p -> p.settable() && p.group().equals(group))
                        .map(p -> {
                            Ref.ToParameter ref = new Ref.ToParameter(device.id(), p.id());
                            return new Pick(
                                    ref.key(),
                                    p.name(),
                                    moved.contains(ref),
                                    (p.name() + " " + title).toLowerCase(Locale.ROOT));
                        })
                        .toList());
    }

    /** Makes the mappings, all of them or none. */
    @PostMapping("/map/pairs")
    ResponseEntity<Void> make(
            @RequestParam(defaultValue = "") List<String> control,
            @RequestParam(defaultValue = "") List<String> parameter) {
        int count = Math.min(control.size(), parameter.size());
        if (count == 0) {
            throw EditRefused.invalid("", "", "Pick at least one control and one parameter.");
        } else if (count > MOST) {
            throw EditRefused.invalid("", "", "At most " + MOST + " pairs are made at once.");
        }
        Edit edit = keeper.commit(rig -> {
            MappingCopier copies = new MappingCopier(rig);
            int first = Integer.parseInt(rig.freeId("m").substring(1));
            List<Edit.Change> made = new ArrayList<>();
            for (int i = 0; i < count; i++) {
                Ref.ToControl trigger = ClauseActions.control("", control.get(i));
                Ref.ToParameter target = parameter(parameter.get(i));
                if (rig.parameter(target).filter(Parameter::settable).isEmpty()) {
                    throw EditRefused.invalid("", "", names.words(target) + " cannot be set.");
                }
                made.add(new Edit.Change(null, new Part.OfMapping(copies.pair("m" + (first + i), trigger, target))));
            }
            return new Edit(
                    count + (count == 1 ? " pair of control and parameter" : " controls onto parameters"), made);
        });
        return Replies.go("/map?mapping=" + Replies.query(edit.changes().get(0).id()));
    }

    private static Ref.ToParameter parameter(String key) {
        int slash = key.indexOf('/');
        if (slash < 0) {
            throw EditRefused.invalid("", "", "Pick a parameter from the list");
        }
        return new Ref.ToParameter(key.substring(0, slash), key.substring(slash + 1));
    }
}
