package orchard.device.cobble;

import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import orchard.gear.Choices;
import orchard.gear.Control;
import orchard.gear.Control.Kind;
import orchard.gear.Dimension;
import orchard.gear.Feel;
import orchard.gear.PageGroup;
import orchard.gear.Profile;
import orchard.gear.Traits;
import orchard.memory.MemoryFormat;
import orchard.memory.MemoryImage;
import orchard.mistake.Mistake;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;

/**
 * The memory of the pad box Cobble; {@code docs/wires.md} lists its bytes. Block 0 holds the settings, block 1 the page keys, side
 * buttons and crossfader, then comes a block a pad page and a block a knob page. What a control sends takes {@value CobbleEntry#BYTES} bytes.
 */
public final class CobbleMemory implements MemoryFormat {

    /** Name of the format. */
    private static final byte[] HEADER = {0x7D, 0x01};

    private static final int ASK = 0x30;
    private static final int TELL = 0x31;
    private static final int WRITE = 0x32;
    private static final int ANSWER = 0x33;
    private static final int SETTINGS = 14;
    static final int PADS = 16;
    static final int KNOBS = 8;
    private static final int PAGE_KEYS = 6;
    private static final int SIDES = 4;
    static final String[] OF_PAD = {"velocity", "pressure", "x", "y"};
    private static final String[] WRONG = {
        "", "its checksum is wrong", "its length is wrong", "it cannot be so", "there is no such block"
    };
    static final List<Kind> LIT = List.of(Kind.PAD, Kind.BUTTON, Kind.ENDLESS_KNOB);

    @Override
    public String format() {
        return "cobble";
    }

    @Override
    public boolean speaks(MidiMessage.SysEx message) {
        return message.length() > 2
                && message.at(0) == HEADER[0]
                && message.at(1) == HEADER[1]
                && (message.at(2) == TELL || message.at(2) == ANSWER);
    }

    @Override
    public MidiMessage.SysEx ask(int block) {
        return new MidiMessage.SysEx(
                block < 0
                        ? new byte[] {HEADER[0], HEADER[1], ASK}
                        : new byte[] {HEADER[0], HEADER[1], ASK, (byte) block});
    }

    @Override
    public MidiMessage.SysEx write(int block, int blocks, byte[] data) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes(HEADER);
        out.write(WRITE);
        out.write(block);
        out.write(blocks);
        out.writeBytes(data);
        int sum = block + blocks;
        for (byte b : data) {
            sum += b;
        }
        out.write(-sum & 0x7F);
        return new MidiMessage.SysEx(out.toByteArray());
    }

    @Override
    public Reply reply(MidiMessage.SysEx message) {
        byte[] data = message.data();
        if (message.at(2) == ANSWER) {
            if (data.length != 5 || data[4] >= WRONG.length) {
                return new Reply.Broken("an answer of %d bytes where 5 were expected".formatted(data.length));
            }
            return data[4] == 0 ? new Reply.Taken(data[3]) : new Reply.Refused(data[3], WRONG[data[4]]);
        }
        if (data.length < 7) {
            return new Reply.Broken("a block of %d bytes, which is cut off".formatted(data.length));
        }
        int block = data[3];
        int sum = 0;
        for (int i = 3; i < data.length; i++) {
            sum += data[i];
        }
        int expected = length(block);
        byte[] inside = Arrays.copyOfRange(data, 5, data.length - 1);
        if ((sum & 0x7F) != 0) {
            return new Reply.Broken("block %d: the checksum %02X does not fit; %02X was expected"
                    .formatted(block, data[data.length - 1], data[data.length - 1] - sum & 0x7F));
        }
        boolean fits = block < 2
                ? inside.length == expected
                : inside.length == PADS * 4 * CobbleEntry.BYTES || inside.length == KNOBS * CobbleEntry.BYTES;
        if (!fits) {
            return new Reply.Broken(
                    "block %d: %d bytes came, %d were expected".formatted(block, inside.length, expected));
        }
        return new Reply.Told(block, data[4], inside);
    }

    private static int length(int block) {
        return block == 0
                ? SETTINGS
                : block == 1 ? (PAGE_KEYS + SIDES + 2) * CobbleEntry.BYTES : PADS * 4 * CobbleEntry.BYTES;
    }

    @Override
    public int blocks(byte[] first) {
        return 2 + first[0] + first[1];
    }

    @Override
    public String name(MemoryImage programme, int block) {
        int padPages = programme.block(0)[0];
        return block == 0
                ? "settings"
                : block == 1
                        ? "keys and crossfader"
                        : block < 2 + padPages ? "pads, page " + (block - 1) : "knobs, page " + (block - 1 - padPages);
    }

    @Override
    public MemoryImage programme(Profile profile) {
        List<byte[]> blocks = new ArrayList<>();
        int padPages = pages(profile, "pad1", PAGE_KEYS);
        int knobPages = pages(profile, "knob1", 100);
        blocks.add(settings(profile.choices(), padPages, knobPages));
        ByteArrayOutputStream keys = new ByteArrayOutputStream();
        for (String id : keyIds()) {
            keys.writeBytes(bytes(profile, id, "gate", "press", "step"));
        }
        keys.writeBytes(bytes(profile, "crossfader", "position"));
        keys.writeBytes(bytes(profile, "crossfader", Dimension.TOUCH));
        blocks.add(keys.toByteArray());
        for (int page = 1; page <= padPages; page++) {
            ByteArrayOutputStream pads = new ByteArrayOutputStream();
            for (int pad = 1; pad <= PADS; pad++) {
                String id = id("pad", pad, page);
                pads.writeBytes(bytes(profile, id, "velocity", "gate", "press", "step"));
                for (int i = 1; i < OF_PAD.length; i++) {
                    pads.writeBytes(bytes(profile, id, OF_PAD[i]));
                }
            }
            blocks.add(pads.toByteArray());
        }
        for (int page = 1; page <= knobPages; page++) {
            ByteArrayOutputStream knobs = new ByteArrayOutputStream();
            for (int knob = 1; knob <= KNOBS; knob++) {
                knobs.writeBytes(bytes(profile, id("knob", knob, page), "turn"));
            }
            blocks.add(knobs.toByteArray());
        }
        return new MemoryImage(blocks);
    }

    static List<String> keyIds() {
        List<String> ids = new ArrayList<>();
        IntStream.rangeClosed(1, PAGE_KEYS).forEach(i -> ids.add("page" + i));
        IntStream.rangeClosed(1, SIDES).forEach(i -> ids.add("side" + i));
        return ids;
    }

    private static String id(String part, int number, int page) {
        return part + number + (page == 1 ? "" : "@" + page);
    }

    private static int pages(Profile profile, String place, int most) {
        int pages = (int) profile.controls().stream()
                .filter(control ->
                        control.place().equals(place) && profile.traits().active(control))
                .count();
        if (pages > most) {
            throw new Mistake("Cobble has room for %d pages here, and the rig has %d".formatted(most, pages));
        }
        return Math.max(1, pages);
    }

    private static byte[] settings(Choices choices, int padPages, int knobPages) {
        Feel pads = choices.feel(Kind.PAD);
        Feel knobs = choices.feel(Kind.ENDLESS_KNOB);
        int named = Feel.Curve.NAMED.indexOf(pads.curve());
        byte[] data = new byte[SETTINGS];
        data[0] = (byte) padPages;
        data[1] = (byte) knobPages;
        data[2] = (byte) (named < 0 ? 127 : named);
        for (int i = 0; i < 5; i++) {
            data[3 + i] = pads.curve().points().get(i).byteValue();
        }
        data[8] = (byte) (pads.sensitivity() >> 7);
        data[9] = (byte) (pads.sensitivity() & 0x7F);
        data[10] = (byte) (knobs.sensitivity() >> 7);
        data[11] = (byte) (knobs.sensitivity() & 0x7F);
        for (int i = 0; i < LIT.size(); i++) {
            data[12] |= (byte) (choices.feel(LIT.get(i)).ownLights() ? 1 << i : 0);
        }
        data[13] = (byte) (int) choices.brightness();
        return data;
    }

    /** What the first of some dimensions that a control has sends; eight zeros for nothing. */
    private static byte[] bytes(Profile profile, String id, String... names) {
        return profile.control(id)
                .flatMap(control -> Arrays.stream(names)
                        .map(control::dimension)
                        .flatMap(Optional::stream)
                        .findFirst()
                        .map(dimension -> CobbleEntry.bytes(control, dimension)))
                .orElse(new byte[CobbleEntry.BYTES]);
    }

    @Override
    public Profile profile(Profile before, MemoryImage programme) {
        byte[] settings = programme.block(0);
        int padPages = settings[0];
        int knobPages = settings[1];
        Map<String, Control> controls = new LinkedHashMap<>();
        for (Control control : before.controls()) {
            boolean paged = control.place().matches("(pad|knob)\\d+");
            int pages = control.place().startsWith("pad") ? padPages : knobPages;
            if (!paged || control.pageNumber() <= pages) {
                controls.put(control.id(), control);
            }
        }
        byte[] keys = programme.block(1);
        List<String> ids = keyIds();
        for (int i = 0; i < ids.size(); i++) {
            replace(controls, ids.get(i), Map.of("gate", CobbleEntry.dimension("gate", keys, i * CobbleEntry.BYTES)));
        }
        Map<String, Optional<Dimension>> crossfader = new LinkedHashMap<>();
        crossfader.put("position", CobbleEntry.dimension("position", keys, ids.size() * CobbleEntry.BYTES));
        crossfader.put(
                Dimension.TOUCH, CobbleEntry.dimension(Dimension.TOUCH, keys, (ids.size() + 1) * CobbleEntry.BYTES));
        replace(controls, "crossfader", crossfader);
        for (int page = 1; page <= padPages; page++) {
            byte[] data = programme.block(1 + page);
            for (int pad = 1; pad <= PADS; pad++) {
                paged(controls, "pad", pad, page, padPages);
                Map<String, Optional<Dimension>> sends = new LinkedHashMap<>();
                int at = (pad - 1) * OF_PAD.length * CobbleEntry.BYTES;
                Optional<Dimension> hit = CobbleEntry.dimension("velocity", data, at);
                sends.put("velocity", hit);
                sends.put("gate", hit.flatMap(d -> gate(d.pattern())));
                for (int i = 1; i < OF_PAD.length; i++) {
                    sends.put(OF_PAD[i], CobbleEntry.dimension(OF_PAD[i], data, at + i * CobbleEntry.BYTES));
                }
                replace(controls, id("pad", pad, page), sends);
            }
        }
        for (int page = 1; page <= knobPages; page++) {
            byte[] data = programme.block(1 + padPages + page);
            for (int knob = 1; knob <= KNOBS; knob++) {
                paged(controls, "knob", knob, page, knobPages);
                replace(
                        controls,
                        id("knob", knob, page),
                        Map.of("turn", CobbleEntry.dimension("turn", data, (knob - 1) * CobbleEntry.BYTES)));
            }
        }
        return before.withControls(List.copyOf(controls.values()))
                .with(choices(before.choices(), settings))
                .with(before.traits().withPages(groups(before.traits(), settings[0], settings[1])));
    }

    private static Optional<Dimension> gate(MessagePattern velocity) {
        return velocity instanceof MessagePattern.NoteVelocity note
                ? Optional.of(new Dimension("gate", new MessagePattern.NoteGate(note.channel(), note.note())))
                : Optional.empty();
    }

    /** Sees to it that a control is there on a page. */
    private static void paged(Map<String, Control> controls, String part, int number, int page, int pages) {
        Control first = controls.get(part + number);
        if (first != null && pages > 1) {
            controls.putIfAbsent(id(part, number, page), first.onPage(part + "s", page));
            if (page == 1) {
                controls.put(first.id(), first.onPage(part + "s", 1));
            }
        }
    }

    private static void replace(Map<String, Control> controls, String id, Map<String, Optional<Dimension>> sends) {
        Control control = controls.get(id);
        if (control == null) {
            return;
        }
        List<Dimension> dimensions = new ArrayList<>();
        for (Dimension old : control.dimensions()) {
            Optional<Dimension> sent = sends.get(old.name());
            if (sent == null) {
                dimensions.add(old);
            } else if (sent.isEmpty()) {
                dimensions.add(old.with(old.output().switchedOff(true)));
            } else {
                dimensions.add(sent.get());
            }
        }
        sends.forEach((name, sent) -> {
            if (control.dimension(name).isEmpty()) {
                sent.ifPresent(dimensions::add);
            }
        });
        controls.put(id, control.sending(dimensions));
    }

    private static Choices choices(Choices before, byte[] settings) {
        Feel pads = before.feel(Kind.PAD);
        Feel knobs = before.feel(Kind.ENDLESS_KNOB);
        List<Integer> points =
                IntStream.range(3, 8).mapToObj(i -> (int) settings[i]).toList();
        Choices choices = before.lit(settings[13])
                .with(new Feel(
                        Kind.PAD,
                        Feel.Curve.of(points),
                        settings[8] << 7 | settings[9],
                        pads.deadLow(),
                        pads.deadHigh(),
                        pads.jitter(),
                        (settings[12] & 1) != 0))
                .with(new Feel(
                        Kind.ENDLESS_KNOB,
                        knobs.curve(),
                        settings[10] << 7 | settings[11],
                        knobs.deadLow(),
                        knobs.deadHigh(),
                        knobs.jitter(),
                        (settings[12] & 4) != 0));
        Feel buttons = before.feel(Kind.BUTTON);
        return choices.with(new Feel(
                Kind.BUTTON,
                buttons.curve(),
                buttons.sensitivity(),
                buttons.deadLow(),
                buttons.deadHigh(),
                buttons.jitter(),
                (settings[12] & 2) != 0));
    }

    private static List<PageGroup> groups(Traits traits, int padPages, int knobPages) {
        List<PageGroup> groups = new ArrayList<>(traits.pages());
        groups.removeIf(group -> group.id().equals("pads") || group.id().equals("knobs"));
        if (padPages > 1 || traits.group("pads").isPresent()) {
            PageGroup pads = traits.group("pads")
                    .orElse(new PageGroup(
                            "pads", "Pads", PageGroup.Paging.KEYS, List.of("Page 1"), keyIds().subList(0, PAGE_KEYS)));
            groups.add(pads.with(names(pads, padPages)));
        }
        if (knobPages > 1 || traits.group("knobs").isPresent()) {
            PageGroup knobs = traits.group("knobs")
                    .orElse(new PageGroup(
                            "knobs", "Knobs", PageGroup.Paging.FREE, List.of("Page 1"), List.of("side1", "side2")));
            groups.add(knobs.with(names(knobs, knobPages)));
        }
        return groups;
    }

    private static List<String> names(PageGroup group, int count) {
        return IntStream.range(0, count)
                .mapToObj(i -> i < group.names().size() ? group.names().get(i) : "Page " + (i + 1))
                .toList();
    }

    @Override
    public List<Difference> differences(MemoryImage rig, MemoryImage device) {
        return new CobbleDifferences(rig, device).all();
    }
}
