package orchard.gear;

import java.util.Optional;

/** Points at something on a device. What it points at may be missing: that is a finding, not an error. */
public sealed interface Ref {

    /** Id of the device. */
    String device();

    /** It as one word, with slashes between. */
    String key();

    /** What it points at on its device, in words, also when that is missing. */
    String words(Device on, Directory names);

    /** Points at one dimension of a control. */
    record ToControl(String device, String control, String dimension) implements Ref {

        /** At none: nothing that is moved. */
        public static final ToControl NONE = new ToControl("", "", "");

        /** The reference in a key; empty if it is none. */
        public static Optional<ToControl> of(String key) {
            String[] parts = key.split("/", 3);
            return parts.length == 3 ? Optional.of(new ToControl(parts[0], parts[1], parts[2])) : Optional.empty();
        }

        @Override
        public String key() {
            return device + "/" + control + "/" + dimension;
        }

        @Override
        public String words(Device on, Directory names) {
            return on.profile()
                            .control(control)
                            .map(c -> c.name() + (plain(c, dimension) ? "" : " " + dimension))
                            .orElse("a missing control (" + control + ")")
                    + " of " + on.name();
        }

        /** The first dimension and the gate go without saying: “Pad 6 is hit”. */
        private static boolean plain(Control control, String dimension) {
            return dimension.equals("gate")
                    || control.dimensions().get(0).name().equals(dimension);
        }
    }

    /** Points at a parameter. */
    record ToParameter(String device, String parameter) implements Ref {

        /** At none: nothing is chosen yet. */
        public static final ToParameter NONE = new ToParameter("", "");

        /** The reference in a key; empty if it is none. */
        public static Optional<ToParameter> of(String key) {
            String[] parts = key.split("/", 2);
            return parts.length == 2 ? Optional.of(new ToParameter(parts[0], parts[1])) : Optional.empty();
        }

        @Override
        public String key() {
            return device + "/" + parameter;
        }

        @Override
        public String words(Device on, Directory names) {
            return on.profile()
                    .parameter(parameter)
                    .map(p -> names.title(on, p))
                    .orElse("a missing parameter (" + parameter + " of " + on.name() + ")");
        }
    }

    /** Points at a light. */
    record ToLight(String device, String light) implements Ref {
        @Override
        public String key() {
            return device + "/" + light;
        }

        @Override
        public String words(Device on, Directory names) {
            return on.profile().light(light).map(l -> l.name()).orElse("a missing light (" + light + ")");
        }
    }
}
