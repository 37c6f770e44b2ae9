package orchard.app.live;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.action.SetParameter;
import orchard.app.harness.Orchard;
import orchard.app.harness.OscPeer;
import orchard.app.harness.TestOrchard;
import orchard.app.port.PortRoom;
import orchard.app.port.PortStatus;
import orchard.condition.Always;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.layout.Box;
import orchard.layout.Element;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.light.Light;
import orchard.light.Motor;
import orchard.mapping.Actions;
import orchard.mapping.Look;
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
import orchard.signal.Message;
import orchard.signal.MessagePattern;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * A hundred parameters that are moved thirty times a second, shown on lights of Sluice and Cobble, each on a wire of 31,250 baud, and on a layout: how full the wires
 * are, whether all last values are shown, and how long a hand's move takes through the engine, beside the same hand while nothing is moved, and while as many packets
 * keep this machine busy without being Orchard's. Not a test:
 * {@code ./orchard bench} runs it.
 */
@Tag("bench")
@ExtendWith(Orchard.class)
class ModulationBench {

    private static final int MOVED = 100;
    private static final int MOVES = 2_000;
    private static final int ROUNDS = 5;
    private static final int BAUD = 31_250;

    @Test
    void aHundredAreMoved(TestOrchard orchard) throws IOException {
        Awaitility.await().until(() -> orchard.bean(PortRoom.class).present().containsAll(List.of("sluice", "cobble")));
        try (OscPeer software = new OscPeer();
                OscPeer hand = new OscPeer();
                OscPeer elsewhere = new OscPeer()) {
            List<Ref.ToLight> lights = rig(orchard, software.port());
            Map<String, Object> figures = new LinkedHashMap<>();
            hand(orchard, hand, software); // warm
            AtomicBoolean isMoving = new AtomicBoolean();
            AtomicInteger port = new AtomicInteger();
            ScheduledExecutorService moving = Executors.newSingleThreadScheduledExecutor();
            int[] beat = {0};
            moving.scheduleAtFixedRate(
                    () -> {
                        beat[0]++;
                        for (int i = 1; i <= MOVED && isMoving.get(); i++) {
                            software.say(port.get(), "/mods/" + i, (float) ((beat[0] * 7 + i * 13) % 101));
                        }
                    },
                    0,
                    33,
                    TimeUnit.MILLISECONDS);
            List<double[]> still = new ArrayList<>();
            List<double[]> beside = new ArrayList<>();
            List<double[]> all = new ArrayList<>();
            for (int round = 0; round < ROUNDS; round++) {
                isMoving.set(false);
                LockSupport.parkNanos(500_000_000L);
                still.add(hand(orchard, hand, software));
                port.set(elsewhere.port());
                isMoving.set(true);
                LockSupport.parkNanos(1_500_000_000L);
                beside.add(hand(orchard, hand, software));
                port.set(orchard.oscPort());
                LockSupport.parkNanos(1_500_000_000L);
                all.add(hand(orchard, hand, software));
            }
            double[] quiet = median(still);
            double[] machine = median(beside);
            double[] moved = median(all);
            int sluice = load(orchard, "sluice");
            int cobble = load(orchard, "cobble");
            moving.shutdown();
            LockSupport.parkNanos(500_000_000L);
            for (int i = 1; i <= MOVED; i++) {
                software.say(orchard.oscPort(), "/mods/" + i, (float) i);
            }
            Awaitility.await()
                    .atMost(Duration.ofSeconds(3))
                    .untilAsserted(() -> assertThat(wrong(orchard, lights)).isEmpty());
            figures.put("a hand's move through the engine, nothing else moved, p50 and p99 in ms", quiet);
            figures.put("the same while as many packets go to somebody else on this machine", machine);
            figures.put("the same while 100 are moved", moved);
            figures.put("p99 beside nothing moved", moved[1] / quiet[1]);
            figures.put("p99 beside packets to somebody else", moved[1] / machine[1]);
            figures.put("most of a second on Sluice's wire in %", sluice);
            figures.put("most of a second on Cobble's wire in %", cobble);
            figures.put("lights that end elsewhere", wrong(orchard, lights).size());
            Path file = Path.of("..", "bench", "target", "results", "modulation.json");
            Files.createDirectories(file.getParent());
            String result = tools.jackson.databind.json.JsonMapper.builder()
                    .build()
                    .writerWithDefaultPrettyPrinter()
                    .writeValueAsString(figures);
            Files.writeString(file, result);
            System.out.println(result);
            assertThat(Stream.of("sluice", "cobble").flatMap(id -> orchard.standIn(id).violations().stream()))
                    .isEmpty();
        }
    }

    /** What is believed of lights that stand-ins do not show. */
    private static List<String> wrong(TestOrchard orchard, List<Ref.ToLight> lights) {
        Values values = orchard.bean(Values.class);
        return lights.stream()
                .filter(light -> !light.device().equals("layout9"))
                .filter(light -> {
                    Message believed = values.light(light.key());
                    return believed != null && !orchard.standIn(light.device()).shows(believed);
                })
                .map(Ref.ToLight::key)
                .toList();
    }

    private static int load(TestOrchard orchard, String device) {
        return orchard.bean(PortRoom.class).ports().stream()
                .filter(port -> port.device().equals(device))
                .map(PortStatus::loads)
                .flatMap(loads -> loads.subList(Math.max(0, loads.size() - 4), loads.size() - 1).stream())
                .mapToInt(load -> load)
                .max()
                .orElse(-1);
    }

    /** The medians over several rounds. */
    private static double[] median(List<double[]> rounds) {
        return IntStream.range(0, 2)
                .mapToDouble(i -> rounds.stream()
                        .mapToDouble(round -> round[i])
                        .sorted()
                        .skip(rounds.size() / 2)
                        .findFirst()
                        .orElseThrow())
                .toArray();
    }

    /** Median and p99 in milliseconds of a move of a hand until the software hears it. */
    private static double[] hand(TestOrchard orchard, OscPeer hand, OscPeer software) {
        List<Double> took = new ArrayList<>();
        for (int i = 0; i < MOVES; i++) {
            float value = i % 2 == 0 ? 0.25f : 0.75f;
            long begun = System.nanoTime();
            hand.say(orchard.oscPort(), "/hand9/move", value);
            software.hearAtOnce(message -> message.address().equals("/mods/set"));
            took.add((System.nanoTime() - begun) / 1e6);
            LockSupport.parkNanos(1_000_000);
        }
        took.sort(null);
        return new double[] {took.get(MOVES / 2), took.get(MOVES * 99 / 100)};
    }

    private static List<Ref.ToLight> rig(TestOrchard orchard, int port) {
        List<Ref.ToLight> lights = new ArrayList<>();
        orchard.keeper().commit(rig -> {
            List<Edit.Change> changes = new ArrayList<>();
            for (Mapping mapping : rig.mappings()) {
                boolean isShown = mapping.show().answers().stream()
                        .anyMatch(answer -> List.of("sluice", "cobble")
                                .contains(answer.light().device()));
                if (isShown) {
                    changes.add(new Edit.Change(new Part.OfMapping(mapping), null));
                }
            }
            for (String id : List.of("sluice", "cobble")) {
                Device device = rig.ownDevice(id).orElseThrow();
                device.profile().lights().stream()
                        .filter(light -> !(light.kind() instanceof Motor))
                        .map(Light::id)
                        .forEach(light -> lights.add(new Ref.ToLight(id, light)));
                changes.add(new Edit.Change(
                        new Part.OfDevice(device),
                        new Part.OfDevice(device.with(
                                device.profile().with(device.profile().traits().withBaud(BAUD))))));
            }
            List<Element> elements = new ArrayList<>();
            for (int i = 1; lights.size() < MOVED; i++) {
                elements.add(new Element("e" + i, "F" + i, new Box(i % 32, 2 * (i / 32), 1, 2), Kind.FADER.plain()));
                lights.add(new Ref.ToLight("layout9", "e" + i));
            }
            changes.add(new Edit.Change(null, new Part.OfLayout(new Layout("layout9", "Many", elements))));
            changes.add(new Edit.Change(null, new Part.OfDevice(software(port))));
            changes.add(new Edit.Change(null, new Part.OfDevice(hands())));
            changes.add(new Edit.Change(null, new Part.OfMapping(mapping("move", "move", "set", List.of()))));
            for (int i = 1; i <= MOVED; i++) {
                changes.add(new Edit.Change(
                        null,
                        new Part.OfMapping(mapping(
                                "shown" + i,
                                "other",
                                "other",
                                List.of(new Show.Answer(
                                        lights.get(i - 1),
                                        Show.Rule.VALUE,
                                        Look.USUAL.about(new Ref.ToParameter("mods9", "p" + i)),
                                        List.of(),
                                        0))))));
            }
            return new Edit("A hundred that are moved", changes);
        });
        return lights;
    }

    private static Mapping mapping(String id, String control, String parameter, List<Show.Answer> answers) {
        return new Mapping(
                id,
                new When(List.of(new Ref.ToControl("hand9", control, "move"))),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(new SetParameter(new Ref.ToParameter("mods9", parameter)))),
                new Show(answers));
    }

    private static Device software(int port) {
        List<Parameter> parameters = new ArrayList<>(IntStream.rangeClosed(1, MOVED)
                .mapToObj(i -> parameter("p" + i, "/mods/" + i, false))
                .toList());
        parameters.add(parameter("set", "/mods/set", true));
        parameters.add(parameter("other", "/mods/other", true));
        return new Device(
                "mods9",
                "Mods",
                "",
                new Seat(Wire.OSC, "/mods", "127.0.0.1:" + port),
                Profile.BLANK.withParameters(parameters));
    }

    private static Parameter parameter(String id, String address, boolean settable) {
        return new Parameter(
                id, "", id, new Range(0, 100, "%"), new Law.Linear(), 0, new Binding.Osc(address, ""), settable);
    }

    private static Device hands() {
        return new Device(
                "hand9",
                "Hand",
                "",
                new Seat(Wire.OSC, "/hand9", ""),
                Profile.BLANK.withControls(List.of(control("move"), control("other"))));
    }

    private static Control control(String id) {
        return new Control(
                id,
                id,
                Control.Kind.FADER,
                List.of(new Dimension(
                        "move", new MessagePattern.OscNumber("/hand9/" + id, 0, 0, 1, Encoding.ABSOLUTE))),
                new Control.Face(0, 0, 1, 1));
    }
}
