package orchard.rig;

import tools.jackson.core.JsonGenerator;
import tools.jackson.core.util.DefaultPrettyPrinter;

/** Breaks JSON into lines down to a depth; what lies deeper stands on one line, so that a part is a line and files can be compared. */
final class LinePrinter extends DefaultPrettyPrinter {

    private static final long serialVersionUID = 1;

    private final int depth;

    /**
     * A printer.
     *
     * @param depth of objects and lists that are broken, 1 for the outermost only
     */
    LinePrinter(int depth) {
        this.depth = depth;
    }

    @Override
    public LinePrinter createInstance() {
        return new LinePrinter(depth);
    }

    private void next(JsonGenerator to, int level) {
        to.writeRaw(level > depth ? " " : "\n" + "  ".repeat(level));
    }

    private void end(JsonGenerator to, int entries, char bracket) {
        if (entries > 0) {
            to.writeRaw(_nesting > depth ? " " : "\n" + "  ".repeat(_nesting - 1));
        }
        _nesting--;
        to.writeRaw(bracket);
    }

    @Override
    public void writeStartObject(JsonGenerator to) {
        _nesting++;
        to.writeRaw('{');
    }

    @Override
    public void beforeObjectEntries(JsonGenerator to) {
        next(to, _nesting);
    }

    @Override
    public void writeObjectEntrySeparator(JsonGenerator to) {
        to.writeRaw(',');
        next(to, _nesting);
    }

    @Override
    public void writeEndObject(JsonGenerator to, int entries) {
        end(to, entries, '}');
    }

    @Override
    public void writeStartArray(JsonGenerator to) {
        _nesting++;
        to.writeRaw('[');
    }

    @Override
    public void beforeArrayValues(JsonGenerator to) {
        next(to, _nesting);
    }

    @Override
    public void writeArrayValueSeparator(JsonGenerator to) {
        to.writeRaw(',');
        next(to, _nesting);
    }

    @Override
    public void writeEndArray(JsonGenerator to, int values) {
        end(to, values, ']');
    }
}
