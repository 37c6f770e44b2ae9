package orchard.check;

import java.util.ArrayList;
import java.util.List;
import orchard.gear.Device;

/** A device that some mapping needs is not there right now. */
record Absent() implements Finder {

    @Override
    public String title() {
        return "Not plugged in";
    }

    @Override
    public Effect effect() {
        return Effect.STOPS;
    }

    @Override
    public boolean isAbsence() {
        return true;
    }

    @Override
    public List<Finding> look(Scene scene) {
        List<Finding> findings = new ArrayList<>();
        for (Device device : scene.rig().devices()) {
            if (scene.absent().contains(device.id())) {
                long mapped = scene.mappingsWith(device.id());
                if (mapped == 0) {
                    continue; // gear that nothing needs may stay in its case
                }
                findings.add(new Finding(
                        this,
                        device.name() + " is not there.",
                        mapped == 1 ? "1 mapping needs it." : mapped + " mappings need it.",
                        new Finding.Place(Finding.Page.CONNECT, device.id(), "")));
            }
        }

        return findings;
    }
}
