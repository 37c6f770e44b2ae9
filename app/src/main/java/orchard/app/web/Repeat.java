package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import orchard.app.live.Learn;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.mapping.Do;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.parameter.Group;
import orchard.parameter.Parameter;
import orchard.rig.EditRefused;
import orchard.rig.Rig;

/** The same mapping again and again: the next control of the row sets the same parameter of the next track, lamp or voice. */
final class Repeat {

    private Repeat() {}

    /**
     * The mappings that are to be added.
     *
     * @param count how many, from 1
     */
    static List<Mapping> of(Mapping mapping, int count, Rig rig) {
        List<Ref.ToControl> controls = ClauseActions.run(mapping.id(), rig, mapping.trigger(), count + 1);
        List<Mapping> added = new ArrayList<>();
        int number = Integer.parseInt(rig.freeId("m").substring(1));
        for (int i = 1; i <= count; i++) {
            List<Do.Action> press = new ArrayList<>();
            for (Do.Action action : mapping.then().actions()) {
                press.add(moved(mapping, action, i, rig));
            }
            List<Do.Action> release = new ArrayList<>();
            for (Do.Action action : mapping.then().release()) {
                release.add(moved(mapping, action, i, rig));
            }
            boolean answers = !mapping.show().answers().isEmpty();
            added.add(mapping.as("m" + (number + i - 1))
                    .with(new When(List.of(controls.get(i)), mapping.when().gesture()))
                    .with(new Do(press, release))
                    .with(new Show(answers ? Learn.answers(rig, controls.get(i)) : List.of())));
        }
        return added;
    }

    private static Do.Action moved(Mapping mapping, Do.Action action, int by, Rig rig) {
        if (action.parameter() == null) {
            return action;
        }
        Ref.ToParameter next = next(mapping, action.parameter(), by, rig);
        if (action instanceof Do.SetParameter set) {
            return new Do.SetParameter(next, set.own());
        } else if (action instanceof Do.SetTo set) {
            return new Do.SetTo(next, set.value());
        } else if (action instanceof Do.Nudge nudge) {
            return new Do.Nudge(next, nudge.by(), nudge.around());
        } else if (action instanceof Do.Toggle toggle) {
            return new Do.Toggle(next, toggle.off(), toggle.on());
        } else if (action instanceof Do.Reset) {
            return new Do.Reset(next);
        } else if (action instanceof Do.Hold hold) {
            return new Do.Hold(next, hold.value());
        } else if (action instanceof Do.Choose choose) {
            return new Do.Choose(next, choose.values(), choose.stop());
        }
        return action;
    }

    /** The parameter of the same name in the group so many further on; beside groups with the same parent only. */
    private static Ref.ToParameter next(Mapping mapping, Ref.ToParameter from, int by, Rig rig) {
        Profile profile = rig.device(from.device()).map(Device::profile).orElseThrow(Replies::gone);
        Parameter parameter = profile.parameter(from.parameter()).orElseThrow(Replies::gone);
        Optional<Group> own = profile.group(parameter.group());
        List<Group> beside = profile.groups().stream()
                .filter(group ->
                        own.isPresent() && group.parent().equals(own.get().parent()))
                .toList();
        int place = own.map(beside::indexOf).orElse(-1) + by;
        Optional<Parameter> same = own.isEmpty() || place >= beside.size()
                ? Optional.empty()
                : profile.parameters().stream()
                        .filter(p -> p.group().equals(beside.get(place).id())
                                && p.name().equals(parameter.name()))
                        .findFirst();
        return same.map(p -> new Ref.ToParameter(from.device(), p.id()))
                .orElseThrow(() -> EditRefused.invalid(
                        mapping.id(),
                        "count",
                        own.isEmpty()
                                ? parameter.name() + " is in no group that has others beside it"
                                : "Behind %s there are not %d more with “%s”"
                                        .formatted(own.get().name(), by, parameter.name())));
    }
}
