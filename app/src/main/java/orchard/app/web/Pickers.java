package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.rig.Rig;

/** Lists of controls to choose from. */
final class Pickers {

    private Pickers() {}

    /** Something that can be chosen from a list. */
    record Choice(String value, String title) {}

    /** Controls that are pressed. */
    static List<Choice> buttons(Rig rig) {
        return controls(rig, control -> control.kind().pressed());
    }

    /** Controls that are moved. */
    static List<Choice> movers(Rig rig) {
        return controls(rig, control -> !control.kind().pressed());
    }

    private static List<Choice> controls(Rig rig, Predicate<Control> which) {
        List<Choice> choices = new ArrayList<>();
        for (Device device : rig.gear()) {
            for (Control control : device.profile().controls()) {
                if (which.test(control)) {
                    choices.add(new Choice(main(device, control).key(), control.name() + " of " + device.name()));
                }
            }
        }
        return choices;
    }

    /** The dimension of a control that is meant when nothing is said: whether it is pressed, or how far it is moved. */
    static Ref.ToControl main(Device device, Control control) {
        boolean gate = control.dimension("gate").isPresent() && control.kind().pressed();
        return new Ref.ToControl(
                device.id(),
                control.id(),
                gate ? "gate" : control.dimensions().get(0).name());
    }
}
