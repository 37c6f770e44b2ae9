package orchard.check;

import java.util.ArrayList;
import java.util.List;

/** A device needs both directions and has one. */
record Half() implements Finder {

    @Override
    public String title() {
        return "Half plugged in";
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
        scene.halves()
                .forEach((id, why) -> scene.rig()
                        .device(id)
                        .ifPresent(found -> findings.add(new Finding(
                                this,
                                found.name() + " has one direction only.",
                                why,
                                new Finding.Place(Finding.Page.CONNECT, id, "")))));
        return findings;
    }
}
