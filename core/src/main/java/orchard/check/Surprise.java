package orchard.check;

/** A sort of findings in the rig alone, which can surprise whoever plays it. */
interface Surprise extends Finder {

    @Override
    default Effect effect() {
        return Effect.SURPRISES;
    }

    @Override
    default boolean ofRig() {
        return true;
    }
}
