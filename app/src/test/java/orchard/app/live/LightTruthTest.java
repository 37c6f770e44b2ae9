package orchard.app.live;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.port.PortRoom;
import orchard.condition.Compared;
import orchard.condition.Condition;
import orchard.condition.DevicePresent;
import orchard.condition.FocusAt;
import orchard.condition.LayerOn;
import orchard.condition.Not;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.light.Light;
import orchard.light.LightKind;
import orchard.light.Mark;
import orchard.light.Motion;
import orchard.light.Motor;
import orchard.light.Ring;
import orchard.light.Sweep;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Rung;
import orchard.mapping.Show;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.Resolution;
import orchard.standin.StandIn.PanelState;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Rules, colours and words of lights are changed, foci and layers move, cables go: afterwards every lamp, ring, motor and row of letters shows what it is believed to show. */
@ExtendWith(Orchard.class)
class LightTruthTest {

    /** How often something happens; a thousand with {@code -Dlight.steps=1000}. */
    private static final int STEPS = Integer.getInteger("light.steps", 120);

    private static final int BETWEEN_LOOKS = 20;
    private static final List<String> SHOWERS = List.of("cobble", "sluice");
    private static final String[] COLOURS = {"", "red", "amber", "green", "blue", "white", "#304050", "own"};
    private static final int FIRST_LETTER = 5;

    private final Random random = new Random(11);
    private final List<String> done = new ArrayList<>();

    @AfterEach
    void asItWas(TestOrchard orchard) {
        SHOWERS.forEach(id -> orchard.standIn(id).play("cable", "plug", 0));
        orchard.bean(EngineRoom.class).turn("layer1", false);
        orchard.bean(EngineRoom.class).move("focus1", "track1");
        orchard.reset();
    }

    @Test
    void whatIsBelievedIsWhatIsShown(TestOrchard orchard) {
        PortRoom ports = orchard.bean(PortRoom.class);
        Awaitility.await().until(() -> ports.present().containsAll(List.of("cobble", "sluice", "wherry", "loft")));
        SHOWERS.forEach(id -> orchard.standIn(id).forgive());
        for (int step = 1; step <= STEPS; step++) {
            something(orchard);
            if (step % BETWEEN_LOOKS == 0) {
                SHOWERS.forEach(id -> orchard.standIn(id).play("cable", "plug", 0));
                Awaitility.await()
                        .atMost(Duration.ofSeconds(8))
                        .untilAsserted(() ->
                                assertThat(wrong(orchard)).as("after %s", done).isEmpty());
                SHOWERS.forEach(id ->
                        assertThat(orchard.standIn(id).violations()).as(id).isEmpty());
                done.clear();
            }
        }
    }

    private void something(TestOrchard orchard) {
        EngineRoom engine = orchard.bean(EngineRoom.class);
        int track = 1 + random.nextInt(8);
        switch (random.nextInt(10)) {
            case 0, 1, 2 -> edit(orchard);
            case 3 -> did("focus", () -> engine.step("focus1", random.nextBoolean() ? 1 : -1));
            case 4 -> did("layer", () -> engine.turn("layer1", random.nextBoolean()));
            case 5 ->
                did("volume " + track, () -> engine.set("wherry", "track" + track + ".volume", random.nextDouble()));
            case 6 -> did("mute " + track, () -> engine.set("wherry", "track" + track + ".mute", random.nextInt(2)));
            case 7 ->
                did("fader", () -> {
                    orchard.standIn("sluice").play("fader" + (1 + random.nextInt(7)), "move", random.nextDouble());
                    for (int i = 1; i <= 8; i++) {
                        orchard.standIn("sluice").play("fader" + i, "leave", 0);
                    }
                });
            case 8 -> did("page", () -> orchard.standIn("cobble").play("page" + (1 + random.nextInt(3)), "hit", 1));
            default -> {
                String id = SHOWERS.get(random.nextInt(SHOWERS.size()));
                did("pull " + id, () -> orchard.standIn(id).play("cable", "pull", 0));
                Awaitility.await()
                        .pollDelay(Duration.ofMillis(random.nextInt(400)))
                        .until(() -> true);
                did("plug " + id, () -> orchard.standIn(id).play("cable", "plug", 0));
            }
        }
        Awaitility.await().pollDelay(Duration.ofMillis(random.nextInt(30))).until(() -> true);
    }

    private void did(String what, Runnable doing) {
        done.add(what);
        doing.run();
    }

    /** Some light of some sentence gets other rules. */
    private void edit(TestOrchard orchard) {
        Rig rig = orchard.keeper().rig();
        List<Mapping> showing = rig.mappings().stream()
                .filter(mapping -> mapping.show().answers().stream()
                        .anyMatch(answer -> SHOWERS.contains(answer.light().device())))
                .toList();
        Mapping before = showing.get(random.nextInt(showing.size()));
        List<Show.Answer> answers = before.show().answers().stream()
                .map(answer -> random.nextInt(3) == 0
                        ? new Show.Answer(answer.light(), answer.rule())
                        : answer.with(List.of(rung(), rung())).otherwise(rule(), look()))
                .toList();
        done.add("rules of " + before.id() + ": " + answers);
        orchard.keeper()
                .commit(r -> Edit.change(
                        "Rules", new Part.OfMapping(before), new Part.OfMapping(before.with(new Show(answers)))));
    }

    private Rung rung() {
        Condition condition = switch (random.nextInt(4)) {
            case 0 -> new LayerOn("layer1");
            case 1 -> new FocusAt("focus1", "track" + (1 + random.nextInt(12)));
            case 2 -> new DevicePresent(random.nextBoolean() ? "cobble" : "sluice");
            default ->
                new Compared(
                        new Ref.ToParameter("wherry", "track" + (1 + random.nextInt(8)) + ".volume"),
                        Compared.Is.ABOVE,
                        -12,
                        0);
        };
        return new Rung(random.nextBoolean() ? condition : new Not(condition), rule(), look());
    }

    private Show.Rule rule() {
        return Show.Rule.values()[random.nextInt(Show.Rule.values().length)];
    }

    private Look look() {
        return new Look(
                random.nextInt(4) == 0 ? new Ref.ToParameter("wherry", "track2.volume") : null,
                COLOURS[random.nextInt(COLOURS.length)],
                15 + 85 * random.nextInt(2),
                Motion.values()[random.nextInt(3)],
                random.nextInt(4) == 0 ? "Hush" : "",
                random.nextBoolean() ? null : Sweep.values()[random.nextInt(4)]);
    }

    private static List<String> wrong(TestOrchard orchard) {
        List<String> wrong = new ArrayList<>();
        Values values = orchard.bean(Values.class);
        // a ring that answers nothing any more stays where a hand left it
        Set<Ref.ToLight> answering = orchard.keeper().rig().mappings().stream()
                .flatMap(mapping -> mapping.show().answers().stream())
                .map(Show.Answer::light)
                .collect(Collectors.toSet());
        for (String id : SHOWERS) {
            Device device = orchard.keeper().rig().ownDevice(id).orElseThrow();
            Map<String, PanelState> panel = orchard.standIn(id).readings().stream()
                    .collect(Collectors.toMap(PanelState::part, Function.identity(), (a, b) -> b));
            for (Light light : device.profile().lights()) {
                Message believed = values.light(id + "/" + light.id());
                if (believed != null && answering.contains(new Ref.ToLight(id, light.id()))) {
                    compare(device, light, believed, panel, wrong);
                }
            }
        }
        return wrong;
    }

    private static void compare(
            Device device, Light light, Message believed, Map<String, PanelState> panel, List<String> wrong) {
        String expected;
        String shown;
        PanelState part = panel.get(light.control());
        if (light.kind().onOff()) {
            LightKind.Lit lit = light.kind().lit(believed).orElseThrow();
            boolean isLit = lit.index() > 0;
            String how = lit.motion() == Motion.STILL ? "lit" : lit.motion().words();
            String colour = device.profile().traits().palette().stream()
                    .filter(swatch -> swatch.value() == lit.index())
                    .map(swatch -> " " + swatch.colour())
                    .findFirst()
                    .orElse("");
            expected = isLit ? how + colour : "";
            shown = part.text();
        } else if (light.kind() instanceof Motor && believed instanceof MidiMessage.PitchBend bend) {
            expected = "%.2f".formatted(Resolution.position(bend.bend(), 14));
            shown = "%.2f".formatted(part.value());
        } else if (light.kind() instanceof Ring ring && believed instanceof MidiMessage.ControlChange change) {
            Sweep sweep = Sweep.values()[ring.step() == 0 ? 0 : (change.number() - ring.number()) / ring.step()];
            expected = "%.2f %s".formatted(change.value() / 127.0, sweep == Sweep.DOT ? "" : sweep.words());
            shown = "%.2f %s".formatted(part.value(), ring.step() == 0 ? "" : part.text());
        } else if (light.kind() instanceof Mark && believed instanceof MidiMessage.ControlChange change) {
            expected = "%.2f".formatted(change.value() == 0 ? -1 : (change.value() - 1) / 126.0);
            shown = "%.2f"
                    .formatted(panel.get(light.control().replace("encoder", "mark"))
                            .value());
        } else {
            MidiMessage.SysEx sysEx = (MidiMessage.SysEx) believed;
            byte[] data = sysEx.data();
            int from = device.id().equals("sluice") ? FIRST_LETTER : FIRST_LETTER - 1;
            expected = new String(data, from, data.length - from, StandardCharsets.US_ASCII).strip();
            String row = data.length > 4 && device.id().equals("sluice")
                    ? (data[3] == 0 ? "upper" : "lower") + (data[4] + 1)
                    : light.control();
            shown = panel.get(row).text().strip();
        }
        if (!expected.equals(shown)) {
            wrong.add("%s of %s shows “%s” instead of “%s”".formatted(light.name(), device.name(), shown, expected));
        }
    }
}
