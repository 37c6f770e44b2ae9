package orchard.check;

import java.util.ArrayList;
import java.util.List;

/** A device's memory holds something else than the rig says. */
record OtherProgramme() implements Finder {

    @Override
    public String title() {
        return "Other programme";
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
        return Finding.Page.DESCRIBE;
    }

    @Override
    public List<Finding> look(Scene scene) {
        List<Finding> findings = new ArrayList<>();
        scene.memories()
                .forEach((id, why) -> scene.rig()
                        .device(id)
                        .ifPresent(found -> findings.add(new Finding(
                                this,
                                "The memory of " + found.name() + " and the rig do not agree.",
                                why,
                                new Finding.Place(Finding.Page.MEMORY, id, "")))));
        return findings;
    }
}
