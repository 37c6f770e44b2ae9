package orchard.check;

import java.util.List;

/** One sort of findings. A new one is a file, and a line in the list {@link Check#FINDERS}. */
public interface Finder {

    /** The heading of its findings. */
    String title();

    /** Whether what it finds is only that something is not there, and not that something is wrong. */
    boolean isAbsence();

    /** Whether it looks at the rig only, and not at how things stand right now. */
    boolean ofRig();

    /** On whose page its findings are counted, or null if only Check counts them. */
    Finding.Page countedOn();

    /** What it finds, in the order of the parts in the rig. */
    List<Finding> look(Scene scene);
}
