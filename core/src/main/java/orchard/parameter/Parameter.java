package orchard.parameter;

/**
 * Something a device lets others set and hear.
 *
 * @param id unique within its device, as {@code track3.volume}
 * @param group id of the {@link Group} it belongs to, or ""
 * @param name its own name, without the group's
 * @param standard its default as a real value
 * @param settable false for what is only told, like a meter
 */
public record Parameter(
        String id,
        String group,
        String name,
        Range range,
        Law law,
        double standard,
        Binding binding,
        boolean settable) {

    public Parameter {
        if (law instanceof Law.Logarithmic && range.low() <= 0) {
            throw new IllegalArgumentException(id + ": a logarithmic range begins above 0");
        }
    }

    /** The real value at a position 0..1. */
    public double real(double position) {
        return law.real(position, range);
    }

    /** The position 0..1 of a real value. */
    public double position(double real) {
        return law.position(real, range);
    }

    /** The value at a position, as people read it. */
    public String text(double position) {
        return Display.text(real(position), law, range);
    }

    /** Any real value of this parameter, as people read it. */
    public String textOfReal(double real) {
        return Display.text(real, law, range);
    }
}
