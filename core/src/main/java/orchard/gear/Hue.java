package orchard.gear;

import java.util.Locale;
import java.util.Optional;
import orchard.parameter.Parameter;

/** The colour that something has by itself, as its device tells it: an angle once round, in the same group. */
public final class Hue {

    private Hue() {}

    /** Whether a parameter says which colour something has. */
    public static boolean is(Parameter parameter) {
        return parameter.range().unit().equals("°")
                && parameter.range().low() == 0
                && parameter.range().high() == 360
                && parameter.name().toLowerCase(Locale.ROOT).contains("hue");
    }

    /** The one that is told beside a parameter. */
    public static Optional<Ref.ToParameter> beside(Ref.ToParameter ref, Directory directory) {
        String group = directory.parameter(ref).map(Parameter::group).orElse("");
        return directory.device(ref.device()).stream()
                .flatMap(device -> device.profile().parameters().stream())
                .filter(parameter -> parameter.group().equals(group) && is(parameter))
                .map(parameter -> new Ref.ToParameter(ref.device(), parameter.id()))
                .findFirst();
    }
}
