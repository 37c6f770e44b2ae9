package orchard.check;

import java.util.ArrayList;
import java.util.List;
import orchard.gear.Device;

/** A device of the rig is not there right now. */
record Absent() implements Finder {

    @Override
    public String title() {
        return "Not plugged in";
    }

    @Override
    public boolean isAbsence() {
        return true;
    }

    @Override
    public boolean ofRig() {
        return false;
    }

    @Override
    public Finding.Page countedOn() {
        return null;
    }

    @Override
    public List<Finding> look(Scene scene) {
        List<Finding> findings = new ArrayList<>();
        for (Device device : scene.rig().devices()) {
            if (scene.absent().contains(device.id())) {
                long mapped = scene.rig().mappings().stream()
                        .filter(m -> m.when().triggers().stream()
                                        .anyMatch(t -> t.device().equals(device.id()))
                                || m.targets().stream().anyMatch(t -> t.device().equals(device.id())))
                        .count();
                findings.add(new Finding(
                        this,
                        device.name() + " is not there.",
                        mapped == 0
                                ? "No mapping needs it."
                                : mapped == 1 ? "1 mapping needs it." : mapped + " mappings need it.",
                        new Finding.Place(Finding.Page.CONNECT, device.id(), "")));
            }
        }

        return findings;
    }
}
