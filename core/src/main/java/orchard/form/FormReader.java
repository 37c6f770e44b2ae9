package orchard.form;

import java.util.List;
import orchard.form.Cell.Named;
import orchard.form.Cell.Type;
import orchard.mistake.Mistake;
import orchard.signal.MessageText;
import orchard.signal.NoteName;

/**
 * Makes a form of what people paste: a message in words or bytes, with what varies however manuals write it ({@code F0 41H <dev> 0x12, vv vv F7}); or a few messages
 * of one kind, a line each, whose places that differ are taken for what varies.
 */
public final class FormReader {

    private FormReader() {}

    /**
     * What was pasted as a form.
     *
     * @throws Mistake that names the place which cannot be read
     */
    public static Reading read(String pasted, NoteName names) {
        List<String> lines = pasted.lines()
                .map(String::strip)
                .filter(line -> !line.isEmpty())
                .toList();
        if (lines.isEmpty()) {
            throw new Mistake("Paste a message, in words or in bytes; or a few of one kind, a line each");
        }
        if (lines.size() == 1) {
            return one(lines.get(0), names);
        }
        List<Reading> read = lines.stream().map(line -> one(line, names)).toList();
        return new Reading(
                alike(read.stream().map(Reading::form).toList()),
                read.stream().flatMap(one -> one.doubts().stream()).distinct().toList());
    }

    /**
     * What messages of one kind have in common; where they differ stands a name.
     *
     * @param messages one at least
     * @throws Mistake that names the line of the first that is of another kind or length
     */
    public static MessageForm alike(List<MessageForm> messages) {
        MessageForm form = messages.get(0);
        for (int i = 1; i < messages.size(); i++) {
            form = both(form, messages.get(i), i + 1);
        }
        return form.names().isEmpty() ? form : together(form);
    }

    private static Reading one(String line, NoteName names) {
        if (line.length() > FormText.LONGEST) {
            throw FormText.tooLong(line);
        }
        Mistake unread;
        try {
            return sure(MessageForm.of(line));
        } catch (Mistake e) {
            unread = e;
        }
        try {
            return sure(MessageForm.of(MessageText.parse(line, names)));
        } catch (MessageText.NotUnderstood e) {
            if (!line.startsWith("/") && ManualBytes.isMeant(line)) {
                return ManualBytes.read(line);
            }
            throw line.startsWith("/") || line.regionMatches(true, 0, MessageForm.SYSEX, 0, 5) ? unread : e;
        }
    }

    private static Reading sure(MessageForm form) {
        return new Reading(form, List.of());
    }

    /** What two messages of one kind have in common; where they differ stands a name. */
    private static MessageForm both(MessageForm one, MessageForm other, int line) {
        if (!one.kind().equals(other.kind())
                || one.cells().size() != other.cells().size()
                || one.arguments().size() != other.arguments().size()) {
            throw new Mistake("Line " + line + " is a message of another kind or length than those before it");
        }
        MessageForm both = one;
        for (int i = 0; i < one.all().size(); i++) {
            Cell here = one.all().get(i);
            if (!(here instanceof Named) && !here.equals(other.all().get(i))) {
                boolean isText = here instanceof Cell.Said && i >= one.cells().size();
                both = both.with(i, new Named("value" + (i + 1), Size.BYTE, isText ? Type.TEXT : Type.FLOAT));
            }
        }
        return both;
    }

    /** With one number alone, that is what it is called. */
    private static MessageForm together(MessageForm form) {
        if (form.names().size() > 1) {
            return form;
        }
        for (int i = 0; i < form.all().size(); i++) {
            if (form.all().get(i) instanceof Named named) {
                return form.with(i, new Named("value", named.size(), named.type()));
            }
        }
        return form;
    }
}
