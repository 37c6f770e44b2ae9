package orchard.check;

import java.util.List;
import orchard.action.Action;
import orchard.action.SetParameter;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mapping.Mapping;

/** Looks a rig over. The result is in a fixed order: by effect, by sort, then by the order of parts in the rig. */
public final class Check {

    /** Everything that is looked for, in the order in which it is shown: the worst effect first. */
    static final List<Finder> FINDERS = List.of(
            new Deaf(),
            new Loop(),
            new Missing(),
            new Absent(),
            new Half(),
            new PastAddress(),
            new TwoDrivers(),
            new NoWayOut(),
            new NeverActs(),
            new LightGone(),
            new LightShared(),
            new SlowWire(),
            new LightsAstray(),
            new Blocked(),
            new Round(),
            new RouteGone(),
            new RouteRound(),
            new AnswersItself(),
            new EmptyFocus(),
            new TooSmall(),
            new SameMessage(),
            new OtherProgramme());

    private Check() {}

    /** Everything that is to be found. */
    public static List<Finding> of(Scene scene) {
        return FINDERS.stream().flatMap(finder -> finder.look(scene).stream()).toList();
    }

    /**
     * The same, what is of the rig alone being known already.
     *
     * @param ofRig what {@link #ofRig} found in the same rig under the same names
     */
    public static List<Finding> of(Scene scene, List<Finding> ofRig) {
        return FINDERS.stream()
                .flatMap(finder -> finder.ofRig()
                        ? ofRig.stream().filter(finding -> finding.finder().equals(finder))
                        : finder.look(scene).stream())
                .toList();
    }

    /** What is to be found in the rig itself, wherever it is. */
    public static List<Finding> ofRig(Scene scene) {
        return FINDERS.stream()
                .filter(Finder::ofRig)
                .flatMap(finder -> finder.look(scene).stream())
                .toList();
    }

    /** The parameters that follow a mapping's control all the way, and so jump to it; what is set once by a press does not fight. */
    public static List<Ref.ToParameter> driven(Mapping mapping) {
        boolean waits = mapping.takeover() != null && mapping.takeover() != Takeover.JUMP;
        return mapping.everyAction()
                .filter(action -> action instanceof SetParameter && !waits)
                .map(Action::parameter)
                .distinct()
                .toList();
    }
}
