package orchard.app.live;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Function;
import java.util.stream.Collectors;
import orchard.action.SetParameter;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.port.PortRoom;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.light.Letters;
import orchard.light.Light;
import orchard.light.Motor;
import orchard.light.Ring;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.shape.ShapeFunction;
import orchard.standin.StandIn;
import orchard.standin.StandIn.PanelState;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Hands on all sides, cables that go for a moment or a while, sleep: afterwards every light, ring, motor and text shows the parameter it stands for. */
@ExtendWith(Orchard.class)
class TruthTest {

    private static final int[] GAPS = {20, 50, 100, 200, 400, 700, 1_500, 3_000};

    /** What is pulled, and how; the profile {@code storm} goes on for longer. */
    private static final int ROUNDS = Integer.getInteger("truth.rounds", 16);

    private final Random random = new Random(5);

    @Test
    void afterEveryGapEverythingShowsTheTruth(TestOrchard orchard) {
        PortRoom ports = orchard.bean(PortRoom.class);
        Awaitility.await().until(() -> ports.present().containsAll(List.of("cobble", "sluice", "wherry", "loft")));
        String[] gear = {"cobble", "sluice", "wherry", "loft"};
        List.of("cobble", "sluice").forEach(id -> orchard.standIn(id).forgive());
        for (int round = 0; round < ROUNDS; round++) {
            String id = gear[round % gear.length];
            boolean sleeps = round / gear.length % 2 == 1;
            int gap = GAPS[round * 3 % GAPS.length];
            if (sleeps && gap < 500) {
                gap += 500;
            }
            StandIn pulled = orchard.standIn(id);
            play(orchard, 200);
            pulled.play("cable", sleeps ? "sleep" : "pull", 0);
            play(orchard, gap);
            pulled.play("cable", sleeps ? "wake" : "plug", 0);
            play(orchard, 200);
            orchard.standIn("sluice").play("fader1", "leave", 0);
            orchard.standIn("sluice").play("fader2", "leave", 0);
            String what = "round %d: %s %s for %d ms".formatted(round, id, sleeps ? "slept" : "was pulled", gap);
            Awaitility.await().atMost(Duration.ofSeconds(6)).untilAsserted(() -> {
                List<String> wrong = wrong(orchard);
                assertThat(wrong)
                        .as("%s, after %s", what, wrong.isEmpty() ? "" : last(orchard))
                        .isEmpty();
            });
            for (String shower : List.of("cobble", "sluice")) {
                assertThat(orchard.standIn(shower).violations())
                        .as("%s, %s", what, shower)
                        .isEmpty();
            }
        }
    }

    /** Seven faders with their words, moved by themselves faster than a wire of 31,250 baud can tell: nothing overflows, and the last values stand. */
    @Test
    void aWireThatIsAskedForTooMuchShowsTheTruthAllTheSame(TestOrchard orchard) {
        PortRoom ports = orchard.bean(PortRoom.class);
        Awaitility.await().until(() -> ports.present().containsAll(List.of("sluice", "wherry")));
        StandIn sluice = orchard.standIn("sluice");
        sluice.forgive();
        EngineRoom engine = orchard.bean(EngineRoom.class);
        for (int i = 0; i < 300; i++) {
            for (int track = 1; track <= 7; track++) {
                engine.set("wherry", "track" + track + ".volume", random.nextInt(101) / 100.0);
            }
            Awaitility.await().pollDelay(Duration.ofMillis(10)).until(() -> true); // as fast as a modulator
        }
        Awaitility.await()
                .atMost(Duration.ofSeconds(6))
                .untilAsserted(() -> assertThat(wrong(orchard)).isEmpty());
        assertThat(sluice.violations()).isEmpty();
    }

    /** Hands on the controllers, on the software's own panel and on a page. */
    private void play(TestOrchard orchard, int millis) {
        long until = System.nanoTime() + millis * 1_000_000L;
        do {
            double amount = random.nextInt(101) / 100.0;
            switch (random.nextInt(6)) {
                case 0 ->
                    orchard.standIn("cobble").play("knob" + (1 + random.nextInt(4)), "turn", random.nextInt(21) - 10);
                case 1 -> {
                    String fader = "fader" + (1 + random.nextInt(2));
                    orchard.standIn("sluice").play(fader, "move", amount);
                    orchard.standIn("sluice").play(fader, "leave", 0);
                }
                case 2 -> orchard.standIn("wherry").play("/wherry/track/1/volume", "set", amount);
                case 3 -> orchard.standIn("wherry").play("/wherry/track/4/device/1/cutoff", "set", amount);
                case 4 ->
                    orchard.standIn("loft").play("/loft/lamp/" + (1 + random.nextInt(3)) + "/level", "set", amount);
                default -> orchard.bean(EngineRoom.class).set("wherry", "filter.resonance", amount);
            }
            Awaitility.await().pollDelay(Duration.ofMillis(10)).until(() -> true); // a hand's time
        } while (System.nanoTime() < until);
    }

    /** What was said last, for who has to find out why. */
    private static List<String> last(TestOrchard orchard) {
        SignalLog log = orchard.bean(SignalLog.class);
        return log.after(Math.max(0, log.last() - 1_500)).stream()
                .filter(entry ->
                        entry.device().equals("cobble") || entry.device().equals("sluice"))
                .map(entry -> "%d %s %s %s"
                        .formatted(
                                entry.micros() / 1_000 % 100_000,
                                entry.direction(),
                                entry.device(),
                                entry.message().words()))
                .toList();
    }

    /** What does not show what it stands for. */
    private static List<String> wrong(TestOrchard orchard) {
        List<String> wrong = new ArrayList<>();
        Rig rig = orchard.keeper().rig();
        Map<String, Map<String, PanelState>> panels = List.of("cobble", "sluice", "wherry", "loft").stream()
                .collect(Collectors.toMap(id -> id, id -> panel(orchard.standIn(id))));
        Values values = orchard.bean(Values.class);
        for (String id : List.of("wherry", "loft")) {
            Device device = rig.device(id).orElseThrow();
            for (Parameter parameter : device.profile().parameters()) {
                PanelState reading = parameter.binding() instanceof Binding.Osc osc
                        ? panels.get(id).get(osc.address())
                        : null;
                Values.OfParameter known = values.parameters().get(id + "/" + parameter.id());
                boolean isMeter = !parameter.settable();
                if (reading != null
                        && known != null
                        && !isMeter
                        && Math.abs(known.position() - place(parameter, reading)) > 0.002) {
                    wrong.add("%s is at %s, and believed to be at %s"
                            .formatted(parameter.id(), reading.text(), known.text()));
                }
            }
        }
        Map<Ref.ToLight, Long> rules = rig.mappings().stream()
                .flatMap(mapping -> mapping.show().answers().stream())
                .collect(Collectors.groupingBy(Show.Answer::light, Collectors.counting()));
        for (Mapping mapping : rig.mappings()) {
            for (Show.Answer answer : mapping.show().answers()) {
                if (rules.get(answer.light()) == 1
                        && panels.containsKey(answer.light().device())) {
                    light(rig, mapping, answer, panels, wrong);
                }
            }
        }
        return wrong;
    }

    private static void light(
            Rig rig,
            Mapping mapping,
            Show.Answer answer,
            Map<String, Map<String, PanelState>> panels,
            List<String> wrong) {
        Ref.ToParameter target = mapping.target().orElseThrow();
        Parameter parameter = rig.parameter(target).orElseThrow();
        Light light = rig.device(answer.light().device())
                .flatMap(device -> device.profile().light(answer.light().light()))
                .orElseThrow();
        boolean follows = mapping.actions().onPress().get(0) instanceof SetParameter;
        Map<String, PanelState> software = panels.get(target.device());
        if (!follows || software == null || !(parameter.binding() instanceof Binding.Osc osc)) {
            return;
        }
        PanelState truth = software.get(osc.address());
        Map<String, PanelState> shower = panels.get(answer.light().device());
        Shape shape =
                mapping.shape().then(((SetParameter) mapping.actions().onPress().get(0)).own());
        double expected =
                Math.max(0, Math.min(1, ShapeFunction.of(shape, parameter).backward(place(parameter, truth))));
        String control = light.control();
        boolean isSluice = answer.light().device().equals("sluice");
        if (light.kind() instanceof Ring || light.kind() instanceof Motor) {
            PanelState shown = shower.get(control);
            if (Math.abs(shown.value() - expected) > 0.012) {
                wrong.add("%s of %s stands at %.3f instead of %.3f (%s)"
                        .formatted(light.name(), answer.light().device(), shown.value(), expected, truth.text()));
            }
        } else if (light.kind() instanceof Letters text && !isSluice) {
            String wanted = truth.text()
                    .substring(0, Math.min(text.length(), truth.text().length()));
            if (!shower.get(control).text().contains(wanted)) {
                wrong.add("%s says “%s” instead of “%s”"
                        .formatted(light.name(), shower.get(control).text(), wanted));
            }
        } else if (light.kind() instanceof Letters text) {
            String wanted = truth.text()
                    .substring(0, Math.min(text.length(), truth.text().length()));
            boolean shown = shower.values().stream()
                    .filter(reading -> reading.part().matches("(upper|lower)" + control.replaceAll("\\D", "")))
                    .anyMatch(reading -> reading.text().contains(wanted));
            if (!shown) {
                wrong.add("%s of sluice does not say “%s”".formatted(light.name(), wanted));
            }
        }
    }

    private static double place(Parameter parameter, PanelState reading) {
        double real = parameter.law() instanceof Law.Logarithmic
                ? parameter.range().low()
                        * Math.pow(parameter.range().high() / parameter.range().low(), reading.value())
                : parameter.range().at(reading.value());
        return parameter.position(real);
    }

    private static Map<String, PanelState> panel(StandIn standIn) {
        return standIn.readings().stream()
                .collect(Collectors.toMap(PanelState::part, Function.identity(), (a, b) -> b));
    }
}
