package orchard.signal;

/** A file that cannot be read; the message names the byte and what was expected there. */
public final class BadFile extends Exception {

    private static final long serialVersionUID = 1;

    BadFile(long at, String expectation) {
        super("Byte %,d: %s.".formatted(at, expectation));
    }
}
