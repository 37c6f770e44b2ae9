package orchard.app.web;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import orchard.app.live.EngineRoom;
import orchard.app.live.Monitor;
import orchard.app.live.SignalLog;
import orchard.app.port.PortRoom;
import orchard.app.port.PortStatus;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.rig.EditRefused;
import orchard.signal.Message;
import orchard.signal.MessageText;
import orchard.signal.MidiFile;
import orchard.signal.MidiFileCodec;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;
import orchard.signal.SysExFile;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import tools.jackson.databind.json.JsonMapper;

/** The ticker pulled up: every message in and out, and a line from which messages are sent by hand. */
@Controller
class MonitorPage {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Monitor monitor;
    private final SignalLog log;
    private final PortRoom ports;
    private final RigKeeper keeper;
    private final EngineRoom engine;

    MonitorPage(Monitor monitor, SignalLog log, PortRoom ports, RigKeeper keeper, EngineRoom engine) {
        this.monitor = monitor;
        this.log = log;
        this.ports = ports;
        this.keeper = keeper;
        this.engine = engine;
    }

    /** Somebody messages come from or go to. */
    record Place(String id, String name) {}

    @GetMapping("/monitor")
    String page(@RequestParam(defaultValue = "") String device, Model model) {
        List<Place> places = new ArrayList<>();
        keeper.rig().gear().forEach(d -> places.add(new Place(d.id(), d.name())));
        ports.ports().stream()
                .filter(port -> port.device().isEmpty() && !port.name().equals(PortRoom.UNREADABLE))
                .forEach(port -> places.add(new Place(port.key(), port.name() + " (new)")));
        model.addAttribute("places", places);
        model.addAttribute("targets", targets());
        model.addAttribute("device", device);
        model.addAttribute("kinds", Monitor.Kind.values());
        model.addAttribute("kept", SignalLog.KEPT);
        return "monitor/page";
    }

    /** Whoever something can be sent to. */
    private List<Place> targets() {
        Stream<Place> devices = keeper.rig().devices().stream()
                .filter(device -> device.seat().wire() != Wire.PAD
                        && !device.seat().wire().inside())
                .map(device -> new Place(device.id(), device.name()));
        Stream<Place> strangers = ports.ports().stream()
                .filter(port -> port.device().isEmpty() && hears(port))
                .map(port -> new Place(port.key(), port.name() + " (new)"));
        return Stream.concat(devices, strangers).toList();
    }

    private static boolean hears(PortStatus port) {
        return port.wire().addressed()
                ? !port.address().isEmpty()
                : port.direction().contains("out");
    }

    /** Rows before one, for a page that is scrolled back. */
    @GetMapping("/monitor/rows")
    @ResponseBody
    Monitor.Rows rows(
            @RequestParam long before,
            @RequestParam(defaultValue = "") String device,
            @RequestParam(defaultValue = "") String kinds,
            @RequestParam(defaultValue = "") String direction,
            @RequestParam(defaultValue = "false") boolean unheard,
            @RequestParam(defaultValue = "") String search,
            @RequestParam(defaultValue = "false") boolean fold,
            @RequestParam(defaultValue = "false") boolean keepalives) {
        return monitor.before(before, Monitor.filter(device, kinds, direction, unheard, search, keepalives), fold);
    }

    /** Everything that is kept and wanted, as a file: {@code ndjson}, {@code mid} or {@code syx}. */
    @GetMapping("/monitor/export")
    void export(
            @RequestParam String format,
            @RequestParam(defaultValue = "") String device,
            @RequestParam(defaultValue = "") String kinds,
            @RequestParam(defaultValue = "") String direction,
            @RequestParam(defaultValue = "false") boolean unheard,
            @RequestParam(defaultValue = "") String search,
            @RequestParam(defaultValue = "false") boolean keepalives,
            HttpServletResponse response)
            throws IOException {
        List<SignalLog.Entry> entries =
                monitor.all(Monitor.filter(device, kinds, direction, unheard, search, keepalives));
        String type = switch (format) {
            case "ndjson" -> "application/x-ndjson";
            case "mid" -> "audio/midi";
            case "syx" -> "application/octet-stream";
            default -> null;
        };
        if (type == null) {
            response.sendError(HttpServletResponse.SC_BAD_REQUEST);
            return;
        }
        response.setContentType(type);
        response.setHeader(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"signals." + format + "\"");
        OutputStream out = response.getOutputStream();
        switch (format) {
            case "ndjson" -> {
                for (SignalLog.Entry entry : entries) {
                    out.write((line(entry) + "\n").getBytes(StandardCharsets.UTF_8));
                }
            }
            case "mid" -> out.write(MidiFileCodec.write(MidiFile.of(timed(entries))));
            default ->
                out.write(SysExFile.write(entries.stream()
                        .map(SignalLog.Entry::message)
                        .filter(MidiMessage.SysEx.class::isInstance)
                        .map(MidiMessage.SysEx.class::cast)
                        .toList()));
        }
    }

    /** One line of NDJSON; its fields are listed in {@code docs/wires.md}. */
    private String line(SignalLog.Entry entry) {
        Monitor.Row row = monitor.row(entry, 1);
        Map<String, Object> line = new LinkedHashMap<>();
        line.put("number", entry.number());
        line.put("millis", entry.micros() / 1_000);
        line.put("micros", entry.micros());
        line.put("direction", row.direction());
        line.put("device", entry.device());
        line.put("name", row.device());
        line.put("kind", row.kind());
        line.put("message", entry.message().words());
        line.put("bytes", row.bytes());
        line.put("result", row.result());
        line.put("unheard", row.unheard());
        return JSON.writeValueAsString(line);
    }

    private static List<MidiFile.Timed> timed(List<SignalLog.Entry> entries) {
        List<MidiFile.Timed> timed = new ArrayList<>();
        long start = entries.isEmpty() ? 0 : entries.get(0).micros();
        for (SignalLog.Entry entry : entries) {
            if (entry.message() instanceof MidiMessage midi) {
                timed.add(new MidiFile.Timed(Math.max(0, entry.micros() - start), midi));
            }
        }
        return timed;
    }

    /** Forgets every message; the show is not touched. */
    @PostMapping("/monitor/clear")
    ResponseEntity<Void> clear() {
        log.clear();
        return ResponseEntity.noContent().build();
    }

    /** What a typed text would send: a sentence, or why it is no message. */
    @GetMapping("/monitor/check")
    String check(@RequestParam String text, @RequestParam(defaultValue = "") String to, Model model) {
        try {
            Message message = fitting(text, to);
            model.addAttribute("message", monitor.row(message));
        } catch (MessageText.NotUnderstood e) {
            model.addAttribute("why", text.isBlank() ? "" : e.getMessage());
        } catch (EditRefused e) {
            model.addAttribute("why", e.getMessage());
        }
        return "monitor/check";
    }

    /** Sends what was typed. */
    @PostMapping("/monitor/send")
    String send(@RequestParam String text, @RequestParam String to, Model model) {
        try {
            Message message = fitting(text, to);
            engine.type(to, message);
            model.addAttribute("sent", true);
            model.addAttribute("message", monitor.row(message));
            return "monitor/check";
        } catch (MessageText.NotUnderstood e) {
            throw EditRefused.invalid("", "text", e.getMessage());
        }
    }

    private Message fitting(String text, String to) throws MessageText.NotUnderstood {
        Message message = MessageText.parse(text, keeper.rig().settings().noteNames());
        boolean osc = to.startsWith("osc:")
                || keeper.rig().device(to).map(Device::seat).map(Seat::wire).orElse(Wire.MIDI) == Wire.OSC;
        if (!to.isEmpty() && osc != message instanceof OscMessage) {
            throw EditRefused.invalid(
                    "",
                    "text",
                    osc
                            ? "This one speaks OSC; expected an address like /track/1 0.5"
                            : "This one speaks MIDI, not OSC");
        }
        return message;
    }
}
