package orchard.app.web;

import java.time.Duration;
import java.time.LocalTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import orchard.app.live.Values;
import orchard.condition.Compared;
import orchard.condition.Condition;
import orchard.condition.IsOn;
import orchard.engine.LightReason;
import orchard.gear.Device;
import orchard.gear.DeviceColours;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.light.Colours;
import orchard.light.Light;
import orchard.light.LightKind;
import orchard.light.Motion;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Rung;
import orchard.mapping.Show;
import orchard.signal.Message;

/** One light, its sentences and their rules, ready to be drawn. */
record LightView(Light light, Now now, List<Sentence> sentences) {

    private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm:ss");
    private static final String DARK = "#000000";

    /**
     * What a light is believed to show.
     *
     * @param key its address
     * @param name of it on its device
     * @param rgb its colour, or "" where it has none
     * @param words what it shows
     */
    record Now(String key, String name, String rgb, String words, String motion) {}

    /**
     * One sentence that answers on the light.
     *
     * @param id of its mapping
     * @param title what sets it off, and what it sets
     * @param layers names of the layers it lives in, joined; "" for below them all
     * @param verdict what became of it
     * @param rungs its rules, and last what is shown where none holds
     */
    record Sentence(
            String id,
            String title,
            String layers,
            int rank,
            long seen,
            boolean wins,
            String verdict,
            List<Row> rungs) {}

    /**
     * A rule.
     *
     * @param at its number; as many as there are rules for the last part
     * @param during while what, in words; "" for the last part
     * @param says what is shown, without its colour
     * @param colour what the colour is called, or ""
     * @param rgb the colour that is wanted
     * @param shown the colour the device has for it
     * @param index what is sent for that
     * @param state {@code wins}, {@code holds} or {@code not}
     * @param why in words
     */
    record Row(
            int at,
            String during,
            String says,
            String colour,
            String rgb,
            String shown,
            int index,
            String motion,
            String state,
            String why) {

        /** Whether it is what is shown where no rule holds. */
        public boolean isLast() {
            return during.isEmpty();
        }
    }

    /** What a light is believed to show, as its device was told. */
    static Now now(Device device, DeviceColours colours, Light light, Values values) {
        Ref.ToLight ref = new Ref.ToLight(device.id(), light.id());
        return now(ref, colours, light, values.light(ref.key()), values.shown(ref.key()));
    }

    private static Now now(Ref.ToLight ref, DeviceColours colours, Light light, Message message, String text) {
        LightKind kind = light.kind();
        Optional<LightKind.Lit> lit = message == null ? Optional.empty() : kind.lit(message);
        String colour = message == null ? "" : colours.lit(kind, message);
        boolean isLit = !colour.isEmpty();
        String rgb = isLit ? colour : kind.onOff() ? DARK : "";
        String motion = lit.map(LightKind.Lit::motion).orElse(Motion.STILL).words();
        String words = kind.onOff() ? isLit ? motion.isEmpty() ? "lit" : motion : "dark" : text;
        return new Now(ref.key(), light.name(), rgb, words, motion);
    }

    static LightView of(
            Device device,
            Light light,
            LightReason reason,
            List<Mapping> mappings,
            Map<String, Long> seen,
            Directory names,
            Values values) {
        DeviceColours colours = new DeviceColours(device);
        List<Sentence> sentences = new ArrayList<>();
        for (LightReason.Answer answer : reason.answers()) {
            mappings.stream()
                    .filter(mapping -> mapping.id().equals(answer.mapping()))
                    .findFirst()
                    .ifPresent(mapping -> mapping.show().answers().stream()
                            .filter(one -> one.light().equals(reason.light()))
                            .findFirst()
                            .ifPresent(one -> sentences.add(sentence(
                                    mapping,
                                    one,
                                    answer,
                                    reason,
                                    light,
                                    colours,
                                    seen.getOrDefault(mapping.id(), 0L),
                                    names,
                                    values))));
        }
        return new LightView(light, now(device, colours, light, values), List.copyOf(sentences));
    }

    private static Sentence sentence(
            Mapping mapping,
            Show.Answer shown,
            LightReason.Answer answer,
            LightReason reason,
            Light light,
            DeviceColours colours,
            long seen,
            Directory names,
            Values values) {
        boolean wins = answer.verdict() == LightReason.Verdict.WINS;
        List<Row> rows = new ArrayList<>();
        List<Rung> rungs = shown.rungs();
        boolean nextTold = false;
        for (int i = 0; i <= rungs.size(); i++) {
            boolean isLast = i == rungs.size();
            boolean holds =
                    isLast || i < answer.holds().size() && answer.holds().get(i);
            boolean isFirst = i == answer.first();
            String why = isFirst
                    ? wins ? since(reason) : ""
                    : !holds
                            ? "no: " + not(rungs.get(i).during(), mapping, names, values)
                            : i > answer.first() && !nextTold ? "would win next" : "";
            nextTold |= holds && i > answer.first();
            rows.add(row(
                    i,
                    isLast ? "" : rungs.get(i).during().words(names),
                    isLast ? shown.rule() : rungs.get(i).rule(),
                    isLast ? shown.look() : rungs.get(i).look(),
                    isFirst && wins ? "wins" : holds ? "holds" : "not",
                    why,
                    light,
                    colours,
                    names));
        }
        return new Sentence(
                mapping.id(),
                mapping.cause(names)
                        + mapping.target()
                                .map(target -> " → " + names.words(target))
                                .orElse(""),
                String.join(
                        " and ", mapping.layers().stream().map(names::layerName).toList()),
                shown.rank(),
                seen,
                wins,
                wins && reason.black()
                        ? "all lamps are switched off"
                        : wins && !answer.known()
                                ? "nobody knows its value"
                                : answer.verdict().words(),
                rows);
    }

    private static String since(LightReason reason) {
        long nanos = System.nanoTime() - reason.nanos();
        return nanos < 0 || nanos > Duration.ofHours(20).toNanos()
                ? "shown now"
                : "since " + LocalTime.now().minusNanos(nanos).format(CLOCK);
    }

    /** Why a condition does not hold: where the value stands it asks for, or else its opposite. */
    private static String not(Condition during, Mapping mapping, Directory names, Values values) {
        Optional<Ref.ToParameter> asked = during instanceof Compared compared
                ? Optional.of(compared.parameter())
                : during instanceof IsOn ? mapping.target() : Optional.empty();
        return asked.map(parameter -> Optional.ofNullable(values.parameters().get(parameter.key()))
                        .map(now -> "it is at " + now.text())
                        .orElse(names.words(parameter) + " is not known"))
                .orElseGet(() -> during.opposite(names));
    }

    private static Row row(
            int at,
            String during,
            Show.Rule rule,
            Look look,
            String state,
            String why,
            Light light,
            DeviceColours colours,
            Directory names) {
        LightKind kind = light.kind();
        boolean isLamp = kind.shines() && rule != Show.Rule.OFF;
        String rgb = Colours.rgb(look.colour()).orElse(null);
        int index = colours.index(rgb, kind.usual(), look.brightness() / 100.0);
        String shown = kind.onOff() ? colours.look(index).orElse("") : Objects.requireNonNullElse(rgb, "");
        String says = new Look(look.of(), "", 100, Motion.STILL, look.words(), look.sweep()).words(rule, names);
        String called = look.colour().isEmpty()
                ? ""
                : (look.brightness() < 100 ? look.brightness() + " % " : "")
                        + (look.colour().equals(Colours.OWN) ? "its own colour" : look.colour());
        return new Row(
                at,
                during,
                says,
                isLamp ? called : "",
                isLamp ? rgb == null ? shown : rgb : "",
                isLamp ? shown : kind.onOff() ? DARK : "",
                index,
                isLamp ? look.motion().words() : "",
                state,
                why);
    }
}
