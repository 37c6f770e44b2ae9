package orchard.app.web;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import orchard.app.live.SignalLog;
import orchard.app.store.RigKeeper;
import orchard.form.Cell;
import orchard.form.FormReader;
import orchard.form.MessageForm;
import orchard.form.Reading;
import orchard.form.Size;
import orchard.mistake.Mistake;
import orchard.recognise.FormExamples;
import orchard.signal.Checksum;
import orchard.signal.Message;
import orchard.signal.MessageText;
import orchard.signal.MidiMessage;
import orchard.signal.NoteName;
import orchard.signal.OscMessage;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A message whose places stand in a row: each is chosen by itself, or all of them are read out of what is pasted. */
@Controller
class FormPage {

    private static final List<String> SIZES = List.of(
            "byte",
            "signed",
            "2 bytes",
            "2 bytes fine first",
            "2 bytes signed",
            "2 nibbles",
            "2 nibbles fine first",
            "4 nibbles",
            "4 nibbles fine first",
            "4 nibbles signed",
            "2 packed bytes",
            "8 letters");

    private static final int LOOKED_AT = 2_000;
    private static final int MOST_DOUBTS = 8;

    private final RigKeeper keeper;
    private final SignalLog log;

    FormPage(RigKeeper keeper, SignalLog log) {
        this.keeper = keeper;
        this.log = log;
    }

    /** A place in the row. */
    record Place(int at, String label, String words, What what) {}

    /** What can stand in a place. */
    enum What {
        FIXED("always"),
        NAMED("a number called"),
        ANY("whatever it is"),
        WITHIN("between"),
        SUM("a checksum");

        private final String words;

        What(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }

        static What of(Cell cell) {
            return cell instanceof Cell.Named
                    ? NAMED
                    : cell instanceof Cell.Any
                            ? ANY
                            : cell instanceof Cell.Within ? WITHIN : cell instanceof Cell.Sum ? SUM : FIXED;
        }
    }

    /**
     * What was filled in for the place that is open.
     *
     * @param size of a number in a SysEx, or the type of an argument
     */
    record Filled(
            String what,
            String value,
            String low,
            String high,
            String called,
            String size,
            String sum,
            String from,
            String to) {}

    /**
     * The row of a message.
     *
     * @param name of the field
     * @param anew what draws the line anew in which the field stands
     * @param form the message as it is
     * @param pasted what it is to be read out of, or nothing
     * @param heard whether it is to be read out of what came last
     * @param at the place that is open, or −1
     * @param filled what was chosen for it
     * @param line all that is filled in around it: from which device it comes, and what was in doubt before the line was drawn anew
     */
    @GetMapping("/map/form")
    String row(
            @RequestParam(defaultValue = "form") String name,
            @RequestParam(defaultValue = "") String anew,
            @RequestParam(defaultValue = "") String form,
            @RequestParam(required = false) String pasted,
            @RequestParam(defaultValue = "false") boolean heard,
            @RequestParam(defaultValue = "-1") int at,
            Filled filled,
            @RequestParam MultiValueMap<String, String> line,
            Model model) {
        MessageForm now = MessageForm.of("CC 20 = {level}, ch 1");
        boolean isAnother = false;
        String refusal = "";
        int open = at;
        List<String> doubts = line.getOrDefault("doubt", List.of()).stream()
                .limit(MOST_DOUBTS)
                .toList();
        try {
            now = form.isBlank() ? now : MessageForm.of(form);
            MessageForm before = now;
            if (pasted != null || heard) {
                Reading read = heard ? FormExamples.of(last(from(line))) : read(pasted);
                now = read.form();
                doubts = read.doubts();
                open = -1;
            } else if (filled.what() != null && at >= 0 && at < now.all().size()) {
                Cell cell = cell(now, at, filled);
                if (cell != null) {
                    now = now.replaced(at, cell);
                }
            }
            isAnother = !now.names().equals(before.names()) || !now.title().equals(before.title());
        } catch (Mistake unread) {
            refusal = unread.getMessage();
        }
        List<Place> places = new ArrayList<>();
        for (int i = 0; i < now.all().size(); i++) {
            places.add(new Place(
                    i, now.labels().get(i), now.words(i), What.of(now.all().get(i))));
        }
        Place chosen = open >= 0 && open < places.size() ? places.get(open) : null;
        model.addAttribute("field", name);
        model.addAttribute("anew", anew.startsWith("/map/") ? anew : "");
        model.addAttribute("form", now);
        model.addAttribute("text", now.text());
        model.addAttribute("places", places);
        model.addAttribute("chosen", chosen);
        model.addAttribute("wanted", filled.what() == null || chosen == null ? null : wanted(filled.what(), chosen));
        model.addAttribute("cell", chosen == null ? null : now.all().get(chosen.at()));
        model.addAttribute(
                "whats",
                now.text().startsWith("SysEx")
                        ? What.values()
                        : new What[] {What.FIXED, What.NAMED, What.ANY, What.WITHIN});
        model.addAttribute("sizes", sizes(now, chosen));
        model.addAttribute("sums", sums());
        model.addAttribute("another", isAnother && refusal.isEmpty());
        model.addAttribute("refused", refusal);
        model.addAttribute("doubts", doubts);
        model.addAttribute("pasted", refusal.isEmpty() || pasted == null ? "" : pasted);
        return "map/form :: row";
    }

    /** What was pasted: messages as they came, of which it is worked out what varies, or one as a manual has it. */
    private Reading read(String pasted) {
        NoteName names = keeper.rig().noteNames();
        List<Message> messages = new ArrayList<>();
        try {
            pasted.lines()
                    .filter(line -> !line.isBlank())
                    .forEach(line -> messages.add(MessageText.parse(line.strip(), names)));
        } catch (MessageText.NotUnderstood e) {
            messages.clear(); // somebody wrote what varies
        }
        boolean isSysEx = messages.size() > 1 && messages.stream().allMatch(MidiMessage.SysEx.class::isInstance);
        return isSysEx ? FormExamples.of(messages) : FormReader.read(pasted, names);
    }

    /** The device that is chosen beside the row; "" for any. */
    private static String from(MultiValueMap<String, String> line) {
        return line.toSingleValueMap().entrySet().stream()
                .filter(entry -> entry.getKey().endsWith(".from0"))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElse("");
    }

    /** The last messages of one kind that came from one device, at most three, in their order. */
    private List<Message> last(String from) {
        List<SignalLog.Entry> said = log.between(
                Math.max(0, log.last() - LOOKED_AT),
                Long.MAX_VALUE,
                LOOKED_AT,
                entry -> entry.direction() == SignalLog.Direction.IN
                        && (from.isEmpty() || entry.device().equals(from))
                        && isOfForms(entry.message()));
        List<Message> alike = new ArrayList<>();
        SignalLog.Entry last = said.isEmpty() ? null : said.get(said.size() - 1);
        for (int i = said.size() - 1; i >= 0 && alike.size() < 3; i--) {
            SignalLog.Entry one = said.get(i);
            if (one.device().equals(last.device())
                    && isOneKind(one.message(), last.message())
                    && !alike.contains(one.message())) {
                alike.add(0, one.message());
            }
        }
        if (alike.isEmpty()) {
            throw new Mistake("Nothing came yet: move it, or send it, three times with other settings");
        }
        return alike;
    }

    private static boolean isOfForms(Message message) {
        return message instanceof OscMessage
                || message instanceof MidiMessage
                        && !(message instanceof MidiMessage.SystemMessage system && system.isRealTime());
    }

    private static boolean isOneKind(Message one, Message other) {
        return one instanceof MidiMessage.SysEx here && other instanceof MidiMessage.SysEx there
                ? here.length() == there.length()
                : one.getClass() == other.getClass() && one.subject().equals(other.subject());
    }

    private static What wanted(String what, Place chosen) {
        for (What one : What.values()) {
            if (one.name().equals(what)) {
                return one;
            }
        }
        return chosen.what();
    }

    /** What was filled in as a place; null while something is still to be filled in. */
    private static Cell cell(MessageForm form, int at, Filled filled) {
        switch (filled.what()) {
            case "FIXED" -> {
                return blank(filled.value()) ? null : form.typed(at, filled.value());
            }
            case "ANY" -> {
                return new Cell.Any();
            }
            case "WITHIN" -> {
                return blank(filled.low()) || blank(filled.high())
                        ? null
                        : form.typed(
                                at, filled.low().strip() + ".." + filled.high().strip());
            }
            case "NAMED" -> {
                String size = blank(filled.size())
                                || filled.size().equals("byte")
                                || filled.size().equals("float")
                        ? ""
                        : " " + filled.size();
                return blank(filled.called())
                        ? null
                        : MessageForm.place("{" + filled.called().strip() + size + "}");
            }
            case "SUM" -> {
                return blank(filled.from())
                        ? null
                        : MessageForm.place("{check " + (blank(filled.sum()) ? "sum" : filled.sum()) + " from "
                                + first(filled.from())
                                + (blank(filled.to()) ? "" : " to " + first(filled.to())) + "}");
            }
            default -> {
                return null;
            }
        }
    }

    /** Bytes are counted from 1 where people see them. */
    private static int first(String from) {
        if (!from.strip().matches("\\d{1,3}") || from.strip().equals("0")) {
            throw new Mistake("A checksum counts from byte 1, 2, 3 …");
        }
        return Integer.parseInt(from.strip()) - 1;
    }

    private static boolean blank(String text) {
        return text == null || text.isBlank();
    }

    /** The sizes or types that are offered: none where a part has one size. */
    private static Set<String> sizes(MessageForm form, Place chosen) {
        Set<String> sizes = new LinkedHashSet<>();
        if (chosen == null) {
            return sizes;
        }
        if (form.text().startsWith("SysEx")) {
            sizes.addAll(SIZES);
            if (form.all().get(chosen.at()) instanceof Cell.Named named
                    && !named.size().equals(Size.BYTE)) {
                sizes.add(named.size().words());
            }
        } else if (chosen.label().startsWith("argument")) {
            for (Cell.Type type : Cell.Type.values()) {
                sizes.add(type.name().toLowerCase(Locale.ROOT));
            }
        }
        return sizes;
    }

    private static List<String> sums() {
        return Stream.of(Checksum.Kind.values()).map(Checksum.Kind::words).toList();
    }
}
