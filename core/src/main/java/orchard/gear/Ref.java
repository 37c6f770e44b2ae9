package orchard.gear;

/** Points at something on a device. What it points at may be missing: that is a finding, not an error. */
public sealed interface Ref {

    /** Id of the device. */
    String device();

    /** Points at one dimension of a control. */
    record ToControl(String device, String control, String dimension) implements Ref {}

    /** Points at a parameter. */
    record ToParameter(String device, String parameter) implements Ref {}

    /** Points at a light. */
    record ToLight(String device, String light) implements Ref {}
}
