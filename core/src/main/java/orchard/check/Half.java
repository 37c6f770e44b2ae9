package orchard.check;

import java.util.List;

/** A device needs both directions and has one. */
record Half() implements Finder {

    @Override
    public String title() {
        return "Half plugged in";
    }

    @Override
    public Effect effect() {
        return Effect.STOPS;
    }

    @Override
    public List<Finding> look(Scene scene) {
        return ofDevices(scene, scene.halves(), name -> name + " has one direction only.", Finding.Page.CONNECT);
    }
}
