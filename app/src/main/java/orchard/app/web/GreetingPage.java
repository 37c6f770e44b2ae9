package orchard.app.web;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.app.demo.ProfileShelf;
import orchard.app.live.Describing;
import orchard.app.live.EngineRoom;
import orchard.app.live.Greetings;
import orchard.app.live.SignalLog;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.mistake.Mistake;
import orchard.outcome.Said;
import orchard.rig.EditRefused;
import orchard.signal.Identity;
import orchard.signal.Message;
import orchard.signal.MessageText;
import orchard.signal.MidiMessage;
import orchard.signal.NoteName;
import orchard.signal.OscMessage;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A device's greeting: what it is told so that it speaks plainly and tells its values. Typed in words, found by trying, or taken from what another program said. */
@Controller
class GreetingPage {

    private static final int MOST_LINES = 32;
    private static final int MOST_HEARD = 12;
    private static final int LOOKED_AT = 5_000;

    /** General MIDI switched on, its second version, and off: many sound modules wait for one of them (General MIDI 1, “System On”). */
    private static final List<List<Message>> UNIVERSAL = Stream.of(1, 3, 2)
            .map(which -> List.<Message>of(new MidiMessage.SysEx(new byte[] {0x7E, 0x7F, 0x09, (byte) (int) which})))
            .toList();

    private final RigKeeper keeper;
    private final DeviceEdits edits;
    private final EngineRoom engine;
    private final Greetings greetings;
    private final SignalLog log;
    private final Describing describing;

    GreetingPage(
            RigKeeper keeper,
            DeviceEdits edits,
            EngineRoom engine,
            Greetings greetings,
            SignalLog log,
            Describing describing) {
        this.describing = describing;
        this.keeper = keeper;
        this.edits = edits;
        this.engine = engine;
        this.greetings = greetings;
        this.log = log;
    }

    @GetMapping("/connect/{id}/greeting")
    String page(@PathVariable String id, Model model) {
        Device device = device(id);
        model.addAttribute("describing", describing.isOn(id));
        model.addAttribute("lines", text(device.profile().greeting()));
        model.addAttribute("heard", heard(device));
        model.addAttribute("count", candidates(device).size());
        fill(device, "", model);
        return "connect/greeting";
    }

    /** How the trial stands, and goes on; asked for again and again while one does. */
    @GetMapping("/connect/{id}/greeting/trial")
    String trial(@PathVariable String id, @RequestParam(defaultValue = "") String from, Model model) {
        fill(device(id), from, model);
        return "connect/greeting :: trial";
    }

    /** @param from the view the trial stands on, or "" for the page of the greeting */
    void fill(Device device, String from, Model model) {
        Optional<Greetings.Trial> trial = greetings.look(device.id());
        model.addAttribute("from", from);
        model.addAttribute("device", device);
        model.addAttribute("seen", keeper.revision(device.id()));
        model.addAttribute("trial", trial.orElse(null));
        model.addAttribute(
                "tried",
                trial.flatMap(Greetings.Trial::greeting).map(GreetingPage::text).orElse(""));
    }

    private Device device(String id) {
        return keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
    }

    private static String text(List<Message> greeting) {
        return greeting.stream().map(Message::words).collect(Collectors.joining("\n"));
    }

    /** What other ports and other hands said lately that a greeting can be made of, the newest first. */
    private List<String> heard(Device device) {
        boolean osc = device.seat().wire().addressed();
        Set<String> words = new LinkedHashSet<>();
        List<SignalLog.Entry> lately =
                log.between(Math.max(0, log.last() - LOOKED_AT), Long.MAX_VALUE, LOOKED_AT, entry -> {
                    boolean isFromElsewhere = entry.direction() == SignalLog.Direction.IN
                            && !entry.device().equals(device.id());
                    boolean isTyped = entry.direction() == SignalLog.Direction.OUT
                            && entry.device().equals(device.id())
                            && entry.outcome() instanceof Said said
                            && said.why().equals(EngineRoom.TYPED);
                    boolean fits =
                            osc ? entry.message() instanceof OscMessage : entry.message() instanceof MidiMessage.SysEx;
                    boolean isSmallTalk = Identity.isRequest(entry.message())
                            || Identity.of(entry.message()).isPresent();
                    return fits && !isSmallTalk && (isFromElsewhere || isTyped);
                });
        for (int i = lately.size() - 1; i >= 0 && words.size() < MOST_HEARD; i--) {
            words.add(keeper.rig().noteNames().spelled(lately.get(i).message().words()));
        }
        return List.copyOf(words);
    }

    /** The greetings of all profiles that are here, those for devices of the same maker and model first, then the universal ones. */
    private List<List<Message>> candidates(Device device) {
        boolean osc = device.seat().wire().addressed();
        Set<List<Message>> all = new LinkedHashSet<>();
        Stream.concat(
                        ProfileShelf.all().values().stream(),
                        keeper.rig().devices().stream().map(Device::profile))
                .map(Profile::greeting)
                .filter(greeting -> !greeting.isEmpty())
                .filter(greeting -> greeting.stream().allMatch(message -> message instanceof OscMessage == osc))
                .forEach(all::add);
        List<List<Message>> sorted = new ArrayList<>(all);
        byte[] spoken = lastSysEx(device.id());
        sorted.sort(Comparator.comparingInt(greeting -> -alike(greeting.get(0), spoken)));
        if (!osc) {
            sorted.addAll(UNIVERSAL);
        }
        return sorted;
    }

    private byte[] lastSysEx(String device) {
        return log
                .between(
                        Math.max(0, log.last() - LOOKED_AT),
                        Long.MAX_VALUE,
                        1,
                        entry -> entry.direction() == SignalLog.Direction.IN
                                && entry.device().equals(device)
                                && entry.message() instanceof MidiMessage.SysEx
                                && Identity.of(entry.message()).isEmpty())
                .stream()
                .map(entry -> ((MidiMessage.SysEx) entry.message()).data())
                .findFirst()
                .orElse(new byte[0]);
    }

    /** With how many bytes both begin alike. */
    private static int alike(Message greeting, byte[] spoken) {
        return greeting instanceof MidiMessage.SysEx sysEx
                ? Math.max(
                        0,
                        Arrays.mismatch(sysEx.data(), spoken) < 0
                                ? spoken.length
                                : Arrays.mismatch(sysEx.data(), spoken))
                : 0;
    }

    /** Tries the common ones. */
    @PostMapping("/connect/{id}/greeting/try")
    ResponseEntity<Void> tryThem(@PathVariable String id, @RequestParam(defaultValue = "") String from) {
        greetings.tryOn(id, candidates(device(id)));
        return back(id, from);
    }

    /** Tries no more. */
    @PostMapping("/connect/{id}/greeting/end")
    ResponseEntity<Void> end(@PathVariable String id, @RequestParam(defaultValue = "") String from) {
        greetings.end(id);
        return back(id, from);
    }

    /** Keeps what was typed, a message a line, and says it at once. */
    @PostMapping("/connect/{id}/greeting")
    ResponseEntity<Void> keep(@PathVariable String id, @RequestParam long seen, @RequestParam String lines) {
        Device device = device(id);
        List<Message> messages = messages(device, lines);
        edits.profile(
                id,
                seen,
                "lines",
                before -> messages.isEmpty() ? "Greet " + before.name() + " no more" : "Greet " + before.name(),
                profile -> profile.withGreeting(messages));
        messages.forEach(message -> engine.say(id, message, "greeting"));
        greetings.end(id);
        if (describing.isOn(id) && !messages.isEmpty()) {
            describing.end(id); // what it said in its own language is not what it says now
            return DeviceEdits.back(id, "touch");
        }
        return back(id, "");
    }

    private List<Message> messages(Device device, String lines) {
        NoteName notes = keeper.rig().settings().noteNames();
        boolean osc = device.seat().wire().addressed();
        List<Message> messages = new ArrayList<>();
        String[] typed = lines.split("\\R");
        for (int i = 0; i < typed.length; i++) {
            if (typed[i].isBlank()) {
                continue;
            }
            try {
                Message message = MessageText.parse(typed[i].strip(), notes);
                if (message instanceof OscMessage != osc) {
                    throw new Mistake(
                            osc
                                    ? "This one speaks OSC; expected an address like /track/1 0.5"
                                    : "This one speaks MIDI, not OSC");
                }
                messages.add(message);
            } catch (Mistake mistake) {
                throw EditRefused.invalid(device.id(), "lines", "Line " + (i + 1) + ": " + mistake.getMessage());
            }
        }
        if (messages.size() > MOST_LINES) {
            throw EditRefused.invalid(device.id(), "lines", "At most " + MOST_LINES + " messages greet a device");
        }
        return messages;
    }

    private static ResponseEntity<Void> back(String id, String from) {
        return from.equals("touch")
                ? DeviceEdits.back(id, "touch")
                : Replies.go("/connect/" + Replies.query(id) + "/greeting");
    }
}
