package orchard.check;

import java.util.ArrayList;
import java.util.List;
import orchard.mapping.Route;

/** A route leads through a device that is gone, or that cannot be told MIDI. */
record RouteGone() implements Surprise {

    @Override
    public String title() {
        return "Routes that pass nothing on";
    }

    @Override
    public boolean ofRig() {
        return true;
    }

    @Override
    public List<Finding> look(Scene scene) {
        List<Finding> findings = new ArrayList<>();
        for (Route route : scene.rig().routes()) {
            route.fault(scene.rig())
                    .ifPresent(fault -> findings.add(new Finding(
                            this,
                            route.words(scene.names()),
                            fault,
                            new Finding.Place(Finding.Page.ROUTES, route.id(), ""))));
        }
        return findings;
    }
}
