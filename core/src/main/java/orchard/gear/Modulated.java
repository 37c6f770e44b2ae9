package orchard.gear;

import java.util.Optional;
import orchard.parameter.Parameter;

/** Where something stands that is moved around the value that was set, as its device tells it beside that. */
public final class Modulated {

    private Modulated() {}

    /** The one that is told beside a parameter: in its group, over its range, called like it and one word more; only told. */
    public static Optional<Ref.ToParameter> beside(Ref.ToParameter ref, Directory directory) {
        Parameter set = directory.parameter(ref).orElse(null);
        if (set == null || !set.settable()) {
            return Optional.empty();
        }
        return directory.device(ref.device()).stream()
                .flatMap(device -> device.profile().parameters().stream())
                .filter(parameter -> !parameter.settable()
                        && parameter.group().equals(set.group())
                        && parameter.range().equals(set.range())
                        && parameter.name().startsWith(set.name() + " "))
                .map(parameter -> new Ref.ToParameter(ref.device(), parameter.id()))
                .findFirst();
    }
}
