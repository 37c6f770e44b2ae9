package orchard.check;

import java.util.ArrayList;
import java.util.List;

/** A device is there, but does not answer. */
record Deaf() implements Finder {

    @Override
    public String title() {
        return "Does not answer";
    }

    @Override
    public boolean isAbsence() {
        return false;
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
        scene.deaf()
                .forEach((id, why) -> scene.rig()
                        .device(id)
                        .ifPresent(found -> findings.add(new Finding(
                                this,
                                found.name() + " does not answer.",
                                why,
                                new Finding.Place(Finding.Page.CONNECT, id, "")))));
        return findings;
    }
}
