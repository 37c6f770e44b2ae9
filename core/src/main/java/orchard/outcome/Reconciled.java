package orchard.outcome;

import java.util.List;
import orchard.gear.Ref;
import orchard.outcome.Line.Tone;

/**
 * The first word of a device after a gap is not what Orchard has.
 *
 * @param ours where Orchard has the parameter
 * @param theirs where the device has it
 * @param oursWins whether it is sent again; else what the device says is taken
 * @param both whether both sides moved it meanwhile
 */
public record Reconciled(Ref.ToParameter parameter, double ours, double theirs, boolean oursWins, boolean both)
        implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        String here = telling.names().text(parameter, ours);
        String there = telling.names().text(parameter, theirs);
        String what = telling.words(parameter);
        String said = both
                ? what + " was moved on both sides meanwhile, to " + here + " here and to " + there + " there: "
                        + (oursWins ? here + " is sent again." : there + " is taken.")
                : what
                        + (oursWins
                                ? " was moved here meanwhile: " + here + " is sent again."
                                : " was moved on its own side meanwhile: " + there + " is taken.");
        return List.of(Line.of(Tone.IN, said));
    }
}
