package orchard.mapping;

/** The condition under which a mapping acts. */
public sealed interface While {

    /** No condition. */
    record Always() implements While {}
}
