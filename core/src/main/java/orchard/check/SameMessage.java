package orchard.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import orchard.gear.Clashes;
import orchard.gear.Control;
import orchard.gear.Device;

/** Two controls send the same message. */
record SameMessage() implements Finder {

    @Override
    public String title() {
        return "Same message twice";
    }

    @Override
    public Effect effect() {
        return Effect.SURPRISES;
    }

    @Override
    public boolean ofRig() {
        return true;
    }

    @Override
    public Finding.Page countedOn() {
        return Finding.Page.DESCRIBE;
    }

    @Override
    public List<Finding> look(Scene scene) {
        List<Finding> findings = new ArrayList<>();
        for (Device device : scene.rig().gear()) {
            for (Clashes.Clash clash : Clashes.of(device.profile())) {
                List<Control> same = clash.controls();
                Control last = same.get(same.size() - 1);
                findings.add(new Finding(
                        this,
                        same.stream().map(SameMessage::withPage).collect(Collectors.joining(" and ")) + " of "
                                + device.name() + " send the same message, "
                                + clash.slot().words() + ".",
                        "A mapping for one of them also hears the other.",
                        new Finding.Place(Finding.Page.DESCRIBE, device.id(), last.id()),
                        Optional.of(new Finding.Fix(
                                "Renumber " + withPage(last), Finding.Remedy.RENUMBER, device.id(), last.id()))));
            }
        }

        return findings;
    }

    private static String withPage(Control control) {
        return control.pageNumber() == 1 ? control.name() : control.name() + " (page " + control.pageNumber() + ")";
    }
}
