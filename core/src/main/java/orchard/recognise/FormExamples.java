package orchard.recognise;

import java.util.ArrayList;
import java.util.List;
import orchard.form.Cell;
import orchard.form.FormReader;
import orchard.form.MessageForm;
import orchard.form.Reading;
import orchard.mistake.Mistake;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.Packing;
import orchard.signal.SysExTemplate;

/**
 * The form of a few messages of one kind, as {@link Examples} finds it in SysEx: halves and nibbles stand together, a checksum is one, a counter may be anything. In
 * all other messages what differs has a name.
 */
public final class FormExamples {

    private FormExamples() {}

    /**
     * What they have in common.
     *
     * @param messages one at least, best low, in the middle, and high
     * @throws Mistake if they are not of one kind, or of a kind in which nothing could vary
     */
    public static Reading of(List<Message> messages) {
        if (messages.isEmpty()) {
            throw new Mistake("Nothing came yet");
        }
        boolean isSysEx = messages.stream().allMatch(MidiMessage.SysEx.class::isInstance);
        if (messages.size() == 1 || !isSysEx) {
            return new Reading(
                    FormReader.alike(messages.stream().map(MessageForm::of).toList()),
                    messages.size() == 1
                            ? List.of("only one came: send it again with other settings, to see what varies")
                            : List.of());
        }
        List<MidiMessage.SysEx> all =
                messages.stream().map(MidiMessage.SysEx.class::cast).toList();
        Examples found = Examples.of(all);
        return new Reading(MessageForm.of(text(found, all.get(0))), found.doubts());
    }

    private static String text(Examples found, MidiMessage.SysEx first) {
        List<String> bytes = new ArrayList<>();
        for (int at = 0; at < first.length(); at++) {
            int place = at;
            SysExTemplate number = found.templates().stream()
                    .filter(template -> template.at() == place)
                    .findFirst()
                    .orElse(null);
            if (number != null) {
                bytes.add("{"
                        + (found.templates().size() == 1
                                ? "value"
                                : "value" + (found.templates().indexOf(number) + 1)) + size(number.packing()) + "}");
                at += number.packing().size() - 1;
            } else {
                bytes.add(
                        switch (found.places().get(at).role()) {
                            case CHECKSUM -> check(found);
                            case FIXED -> "%02X".formatted(first.at(at));
                            case NUMBER, COUNTER -> "any";
                        });
            }
        }
        return "SysEx " + String.join(" ", bytes);
    }

    private static String check(Examples found) {
        var checksum = found.templates().get(0).checksum();
        return new Cell.Sum(checksum.kind(), checksum.from()).words();
    }

    private static String size(Packing packing) {
        return switch (packing) {
            case SEVEN, COARSE -> "";
            case FOURTEEN -> " 2 bytes";
            case FOURTEEN_FINE_FIRST -> " 2 bytes fine first";
            case NIBBLES -> " 2 nibbles";
            case NIBBLES_LOW_FIRST -> " 2 nibbles fine first";
        };
    }
}
