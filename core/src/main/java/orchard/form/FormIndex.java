package orchard.form;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;

/**
 * Many forms, and which of them a message has: looked up by what is fixed in them, so that a thousand that differ there cost no more than one. Immutable.
 *
 * @param <T> what a form leads to
 */
public final class FormIndex<T> {

    /** So many bytes of a SysEx are looked at at most before the rest is compared. */
    private static final int MOST_BYTES = 8;

    /** An odd number with as many ones as zeros, so that what differs in one place differs everywhere. */
    private static final long MIX = 0x9E37_79B9_7F4A_7C15L;

    /** Takes what a message is. */
    public interface Found<T> {
        /** @param values of what has a name, in the order of the form's names */
        void found(T what, MessageForm form, Object[] values);
    }

    private record Entry<T>(MessageForm form, T what) {}

    /**
     * Forms that are fixed at the same places.
     *
     * @param family null for SysEx and OSC
     * @param length of a SysEx in bytes, of an OSC address in words; 0 for others
     * @param places that are fixed, from 0
     */
    private record Shape(Family family, boolean osc, int length, List<Integer> places) {}

    private final Map<Shape, Map<Object, List<Entry<T>>>> shapes;
    private final boolean joins;

    /** @param forms with what each leads to, in the order in which they are found */
    public FormIndex(List<Map.Entry<MessageForm, T>> forms) {
        Map<Shape, Map<Object, List<Entry<T>>>> made = new LinkedHashMap<>();
        boolean any = false;
        for (Map.Entry<MessageForm, T> one : forms) {
            MessageForm form = one.getKey();
            Shape shape = shape(form);
            made.computeIfAbsent(shape, s -> new HashMap<>())
                    .computeIfAbsent(key(shape, form), k -> new ArrayList<>())
                    .add(new Entry<>(form, one.getValue()));
            any |= form.isJoined();
        }
        shapes = made;
        joins = any;
    }

    /** Whether there is none. */
    public boolean isEmpty() {
        return shapes.isEmpty();
    }

    /** Whether some are about messages that are made of several. */
    public boolean joins() {
        return joins;
    }

    private static Shape shape(MessageForm form) {
        List<Integer> places = new ArrayList<>();
        int at = 0;
        for (Cell cell : form.cells()) {
            boolean isFixed = cell instanceof Cell.Fixed || cell instanceof Cell.Said;
            if (isFixed && (!form.isSysEx() || places.size() < MOST_BYTES)) {
                places.add(at);
            }
            at += form.isSysEx() && cell instanceof Cell.Named named
                    ? named.size().bytes()
                    : 1;
        }
        boolean isPlain = !form.isSysEx() && !form.isOsc();
        return new Shape(isPlain ? form.family() : null, form.isOsc(), isPlain ? 0 : at, List.copyOf(places));
    }

    private static Object key(Shape shape, MessageForm form) {
        List<Object> key = new ArrayList<>();
        for (Cell cell : form.cells()) {
            if (cell instanceof Cell.Said said) {
                key.add(said.text());
            } else if (cell instanceof Cell.Fixed fixed
                    && key.size() < shape.places().size()) {
                key.add((int) fixed.number());
            }
        }
        return shape.osc()
                ? key
                : packed(key.stream().mapToInt(part -> (int) part).toArray());
    }

    /** A few small numbers as one. */
    private static long packed(int[] numbers) {
        long packed = 0;
        for (int number : numbers) {
            packed = (packed + number) * MIX; // two that come to the same are told apart afterwards
        }
        return packed;
    }

    /** Tells every form that a message has. */
    public void each(Message message, Found<T> found) {
        for (Map.Entry<Shape, Map<Object, List<Entry<T>>>> shape : shapes.entrySet()) {
            Object key = key(shape.getKey(), message);
            List<Entry<T>> entries = key == null ? null : shape.getValue().get(key);
            if (entries != null) {
                for (Entry<T> entry : entries) {
                    Object[] values = entry.form().read(message);
                    if (values != null) {
                        found.found(entry.what(), entry.form(), values);
                    }
                }
            }
        }
    }

    private static Object key(Shape shape, Message message) {
        if (message instanceof OscMessage osc) {
            return shape.osc() ? words(shape, osc) : null;
        }
        MidiMessage midi = !shape.osc() && message instanceof MidiMessage is ? is : null;
        if (midi == null) {
            return null;
        }
        int[] at = new int[shape.places().size()];
        if (shape.family() != null) {
            int[] numbers = shape.family().read(midi);
            for (int i = 0; numbers != null && i < at.length; i++) {
                at[i] = numbers[shape.places().get(i)];
            }
            return numbers == null ? null : (Object) packed(at);
        }
        if (!(midi instanceof MidiMessage.SysEx sysEx) || sysEx.length() != shape.length()) {
            return null;
        }
        for (int i = 0; i < at.length; i++) {
            at[i] = sysEx.at(shape.places().get(i));
        }
        return packed(at);
    }

    private static Object words(Shape shape, OscMessage message) {
        String[] words = message.address().substring(1).split("/", -1);
        if (words.length != shape.length()) {
            return null;
        }
        List<Object> key = new ArrayList<>();
        for (int place : shape.places()) {
            key.add(words[place]);
        }
        return key;
    }
}
