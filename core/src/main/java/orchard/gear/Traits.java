package orchard.gear;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.mistake.Mistake;

/**
 * What a device is, beyond what its controls send: the same for everybody who owns one. It comes with the profile and goes when a
 * newer profile takes its place.
 *
 * @param pages the groups of controls that have pages
 * @param palette its colour table, by value
 * @param memory name of the format in which its programme is read and written, or "" if it cannot be
 * @param noteOffs whether a panic has to end every note one by one, because it does not know “all notes off”
 * @param dumps the SysEx messages in which it tells its parameters
 * @param baud what the wire to it carries, in bits a second; 0 for more than is ever sent
 */
public record Traits(
        List<PageGroup> pages, List<Swatch> palette, String memory, boolean noteOffs, List<Dump> dumps, int baud) {

    /** What a MIDI wire with a DIN plug carries, in bits a second (MIDI 1.0, “Hardware”); ten to a byte. */
    public static final int DIN = 31_250;

    /** Nothing special. */
    public static final Traits PLAIN = new Traits(List.of(), List.of(), "", false, List.of(), 0);

    public Traits {
        pages = pages == null ? List.of() : List.copyOf(pages);
        palette = palette == null
                ? List.of()
                : palette.stream()
                        .sorted(Comparator.comparingInt(Swatch::value))
                        .toList();
        memory = memory == null ? "" : memory;
        dumps = dumps == null ? List.of() : List.copyOf(dumps);
        if (baud < 0 || baud > 0 && baud < 300) {
            throw new Mistake("A wire carries 300 bits a second at least, or as many as come (0); not " + baud);
        }
    }

    /** The group of that id. */
    public Optional<PageGroup> group(String id) {
        return pages.stream().filter(group -> group.id().equals(id)).findFirst();
    }

    /** Whether a control can be heard: not on a page that is switched off. */
    public boolean active(Control control) {
        return control.page() == null
                || group(control.page().group())
                        .map(group -> group.active(control.page().number()))
                        .orElse(true);
    }

    /** The same with other page groups. */
    public Traits withPages(List<PageGroup> other) {
        return new Traits(other, palette, memory, noteOffs, dumps, baud);
    }

    /** The same with another colour table. */
    public Traits withPalette(List<Swatch> other) {
        return new Traits(pages, other, memory, noteOffs, dumps, baud);
    }

    /** The message of that name in which it tells its parameters. */
    public Optional<Dump> dump(String name) {
        return dumps.stream().filter(dump -> dump.name().equals(name)).findFirst();
    }

    /** The same with a message in which it tells its parameters, in place of the one of its name. */
    public Traits with(Dump dump) {
        boolean isKnown = dump(dump.name()).isPresent();
        return withDumps(
                isKnown
                        ? dumps.stream()
                                .map(one -> one.name().equals(dump.name()) ? dump : one)
                                .toList()
                        : Stream.concat(dumps.stream(), Stream.of(dump)).toList());
    }

    /** The same, telling its parameters in other messages. */
    public Traits withDumps(List<Dump> other) {
        return new Traits(pages, palette, memory, noteOffs, other, baud);
    }

    /** The same on a wire that carries so much. */
    public Traits withBaud(int other) {
        return new Traits(pages, palette, memory, noteOffs, dumps, other);
    }
}
