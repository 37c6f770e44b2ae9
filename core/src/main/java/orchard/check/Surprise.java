package orchard.check;

/** A sort of findings in the rig alone, which can surprise whoever plays it. */
interface Surprise extends Finder {

    @Override
    default Effect effect() {
        return Effect.SURPRISES;
    }

    @Override
    default boolean isAbsence() {
        return false;
    }

    @Override
    default boolean ofRig() {
        return true;
    }

    @Override
    default Finding.Page countedOn() {
        return null;
    }
}
