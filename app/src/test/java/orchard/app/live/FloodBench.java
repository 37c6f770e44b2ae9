package orchard.app.live;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.SocketException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.LockSupport;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import orchard.action.SetParameter;
import orchard.app.harness.Client;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.port.PortRoom;
import orchard.condition.Always;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.shape.Shape;
import orchard.signal.Encoding;
import orchard.signal.MessagePattern;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.json.JsonMapper;

/**
 * 10,000 messages a second for a minute through 1,000 mappings with a monitor open, in a heap of 512 MB; beside it a bare socket that is sent the same.
 * Not a test: {@code ./orchard bench} runs it.
 */
@Tag("bench")
@ExtendWith(Orchard.class)
class FloodBench {

    private static final int MAPPINGS = 1_000;
    private static final int RATE = 10_000;
    private static final int SECONDS = Integer.getInteger("flood.seconds", 60);

    @Test
    void flood(TestOrchard orchard) throws Exception {
        InetAddress loopback = InetAddress.getLoopbackAddress();
        try (DatagramSocket desk = new DatagramSocket(0, loopback);
                DatagramSocket bare = new DatagramSocket(0, loopback)) {
            desk.setReceiveBufferSize(1 << 22);
            bare.setReceiveBufferSize(1 << 20);
            rig(orchard, desk.getLocalPort());
            AtomicLong out = count(desk);
            AtomicLong reference = count(bare);
            long monitored;
            long latest;
            Lateness lateness = new Lateness();
            try (Client.Socket monitor = new Client(orchard).socket(lateness::take)) {
                monitor.say("{\"type\":\"hello\",\"page\":\"monitor\",\"layout\":\"\"}");
                monitor.say("{\"type\":\"monitor\",\"paused\":false,\"fold\":true,\"after\":-1}");
                send(orchard.oscPort(), RATE, 5); // warm up
                settle(out);
                out.set(0);
                lateness.reset();
                long heardBefore = heard(orchard);
                System.gc();
                long begun = System.nanoTime();
                send(orchard.oscPort(), RATE, SECONDS);
                double took = (System.nanoTime() - begun) / 1e9;
                settle(out);
                send(bare.getLocalPort(), RATE, SECONDS);
                settle(reference);
                Map<String, Object> figures = new LinkedHashMap<>();
                long sent = (long) RATE * SECONDS;
                figures.put("sent", sent);
                figures.put("a second", Math.round(sent / took));
                figures.put("heard by Orchard", heard(orchard) - heardBefore);
                figures.put("mapped and sent on", out.get());
                figures.put("lost in the engine", orchard.bean(EngineRoom.class).dropped());
                figures.put("traces not shown", orchard.bean(LiveHub.class).unseen());
                figures.put("frames of the monitor", lateness.frames);
                figures.put("newest row late by at most ms", lateness.most);
                figures.put("heard by the bare socket", reference.get());
                Runtime runtime = Runtime.getRuntime();
                figures.put("heap now MB", (runtime.totalMemory() - runtime.freeMemory()) >> 20);
                figures.put("heap at most MB", runtime.maxMemory() >> 20);
                figures.put("rows kept", orchard.bean(SignalLog.class).after(0).size());
                Path file = Path.of("..", "bench", "target", "results", "flood.json");
                Files.createDirectories(file.getParent());
                Files.writeString(
                        file,
                        JsonMapper.builder()
                                .build()
                                .writerWithDefaultPrettyPrinter()
                                .writeValueAsString(figures));
                monitored = orchard.bean(SignalLog.class).last();
                latest = out.get();
            }
            assertThat(monitored).isPositive();
            assertThat(latest).as("nothing is lost").isEqualTo((long) RATE * SECONDS);
        }
    }

    /** How old the newest row of a frame is when it arrives. */
    private static final class Lateness {
        private static final Pattern TIME = Pattern.compile("\"time\":\"([0-9:.]+)\"");
        private volatile long most;
        private volatile long frames;

        void reset() {
            most = 0;
            frames = 0;
        }

        void take(String message) {
            if (!message.contains("\"type\":\"monitor\"")) {
                return;
            }
            LocalTime newest = null;
            for (Matcher times = TIME.matcher(message); times.find(); ) {
                newest = LocalTime.parse(times.group(1));
            }
            if (newest != null) {
                most = Math.max(most, Duration.between(newest, LocalTime.now()).toMillis());
                frames++;
            }
        }
    }

    private static long heard(TestOrchard orchard) {
        return orchard.bean(PortRoom.class).ports().stream()
                .filter(port -> port.device().equals("hand"))
                .findFirst()
                .orElseThrow()
                .in();
    }

    private static AtomicLong count(DatagramSocket socket) {
        AtomicLong count = new AtomicLong();
        Thread thread = new Thread(() -> {
            DatagramPacket packet = new DatagramPacket(new byte[2_048], 2_048);
            while (!socket.isClosed()) {
                try {
                    packet.setLength(2_048);
                    socket.receive(packet);
                    count.incrementAndGet();
                } catch (IOException e) {
                    // closed
                }
            }
        });
        thread.setDaemon(true);
        thread.start();
        return count;
    }

    /** Waits until nothing more comes. */
    private static void settle(AtomicLong count) {
        long before;
        do {
            before = count.get();
            LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(500));
        } while (count.get() != before);
    }

    private static void send(int port, int rate, int seconds) throws SocketException {
        try (DatagramSocket socket = new DatagramSocket()) {
            long begun = System.nanoTime();
            long count = (long) rate * seconds;
            for (long i = 0; i < count; i++) {
                byte[] packet =
                        OscCodec.encode(OscMessage.of("/hand/" + i * 31 % MAPPINGS, (i * 37 / MAPPINGS % 256) / 255f));
                socket.send(new DatagramPacket(packet, packet.length, InetAddress.getLoopbackAddress(), port));
                long due = begun + i * 1_000_000_000L / rate;
                while (System.nanoTime() < due) {
                    LockSupport.parkNanos(50_000);
                }
            }
        } catch (SocketException e) {
            throw e;
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void rig(TestOrchard orchard, int deskPort) {
        List<Control> controls = new ArrayList<>();
        List<Parameter> parameters = new ArrayList<>();
        List<Part> parts = new ArrayList<>();
        for (int i = 0; i < MAPPINGS; i++) {
            controls.add(new Control(
                    "c" + i,
                    "Fader " + i,
                    Control.Kind.FADER,
                    List.of(new Dimension(
                            "position", new MessagePattern.OscNumber("/hand/" + i, 0, 0, 1, Encoding.ABSOLUTE))),
                    new Control.Face(0, 0, 1, 1)));
            parameters.add(new Parameter(
                    "p" + i,
                    "",
                    "Parameter " + i,
                    new Range(0, 100, "%"),
                    new Law.Linear(),
                    0,
                    new Binding.Osc("/desk/" + i),
                    true));
            parts.add(new Part.OfMapping(new Mapping(
                    "flood" + i,
                    new When(List.of(new Ref.ToControl("hand", "c" + i, "position"))),
                    new Always(),
                    Shape.WHOLE,
                    new Actions(List.of(new SetParameter(new Ref.ToParameter("desk", "p" + i)))),
                    new Show(List.of()))));
        }
        parts.add(new Part.OfDevice(device("hand", "", controls, List.of())));
        parts.add(new Part.OfDevice(device("desk", "127.0.0.1:" + deskPort, List.of(), parameters)));
        orchard.keeper()
                .commit(rig -> new Edit(
                        "Add the flood",
                        parts.stream().map(part -> new Edit.Change(null, part)).toList()));
    }

    private static Device device(String id, String out, List<Control> controls, List<Parameter> parameters) {
        return new Device(
                id,
                id,
                "",
                new Seat(Wire.OSC, "/" + id, out),
                new Profile(controls, List.of(), parameters, List.of(), List.of(), List.of(), List.of()));
    }
}
