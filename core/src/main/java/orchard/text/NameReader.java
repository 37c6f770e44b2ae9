package orchard.text;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import orchard.action.ForEach;
import orchard.gear.Focus;
import orchard.gear.Ref;
import orchard.gear.Through;
import orchard.parameter.Parameter;
import orchard.parameter.Quantity;
import orchard.parameter.Span;
import orchard.text.grammar.SentencesParser.ControlContext;
import orchard.text.grammar.SentencesParser.ControlNameContext;
import orchard.text.grammar.SentencesParser.DeviceContext;
import orchard.text.grammar.SentencesParser.FixedContext;
import orchard.text.grammar.SentencesParser.FocusContext;
import orchard.text.grammar.SentencesParser.GroupContext;
import orchard.text.grammar.SentencesParser.LayerContext;
import orchard.text.grammar.SentencesParser.LightContext;
import orchard.text.grammar.SentencesParser.PageContext;
import orchard.text.grammar.SentencesParser.ParameterContext;
import orchard.text.grammar.SentencesParser.PartContext;
import orchard.text.grammar.SentencesParser.PercentContext;
import orchard.text.grammar.SentencesParser.PlaceContext;
import orchard.text.grammar.SentencesParser.PresetContext;
import orchard.text.grammar.SentencesParser.QuantityContext;
import orchard.text.grammar.SentencesParser.SecondsContext;
import orchard.text.grammar.SentencesParser.SongContext;
import org.antlr.v4.runtime.Token;
import org.antlr.v4.runtime.tree.TerminalNode;
import org.apache.commons.text.similarity.LevenshteinDistance;

/**
 * Reads names and numbers: what they mean in a rig. Throws {@link Unread} where they mean nothing, or too much.
 *
 * @param each the focus of whose places “its” is said, or ""
 */
record NameReader(Rolls rolls, String each) {

    private static final LevenshteinDistance DISTANCE = new LevenshteinDistance(3);
    private static final int SAID = 3;

    NameReader(Rolls rolls) {
        this(rolls, "");
    }

    /** Reads what is told of each place of a focus. */
    NameReader ofEach(String focus) {
        return new NameReader(rolls, focus);
    }

    String text(TerminalNode string) {
        return Spelling.unquoted(string.getText());
    }

    String layer(LayerContext layer) {
        return id(layer.part(), rolls.layers(), "layer", "");
    }

    String device(DeviceContext device) {
        return id(device.part(), rolls.devices(), "device", "");
    }

    String song(SongContext song) {
        return id(song.part(), rolls.songs(), "song", "");
    }

    String focus(FocusContext focus) {
        return id(focus.part(), rolls.foci(), "focus", "");
    }

    String group(GroupContext group) {
        return id(group.part(), rolls.groups(), "group of layers", "");
    }

    String place(PlaceContext place, String focus) {
        return id(
                place.part(),
                rolls.places(focus),
                "place",
                " of " + rolls.foci().written(focus));
    }

    /** The device of a page, and the page as {@link Rolls#pages} has it. */
    List<String> page(PageContext page) {
        String device = device(page.device());
        return List.of(device, id(page.pageName().part(), rolls.pages(device), "page", on(device)));
    }

    /** The device of a preset, and the preset. */
    List<String> preset(PresetContext preset) {
        String device = device(preset.device());
        return List.of(device, id(preset.presetName().part(), rolls.presets(device), "preset", on(device)));
    }

    Ref.ToLight light(LightContext light) {
        String device = device(light.device());
        return new Ref.ToLight(device, id(light.lightName().part(), rolls.lights(device), "light", on(device)));
    }

    Ref.ToControl control(ControlContext control) {
        String device = device(control.device());
        String id = control(control.controlName(), device);
        if (control.dimension() == null) {
            return new Ref.ToControl(device, id, rolls.usual(device, id).orElse(""));
        }
        String dimension = text(control.dimension().part().STRING());
        boolean isThere = rolls.names()
                .device(device)
                .flatMap(on -> on.profile().control(id))
                .filter(of -> of.dimension(dimension).isEmpty())
                .isEmpty();
        if (!isThere && !isId(control.dimension().part())) {
            throw new Unread(
                    control.dimension().getStart(),
                    rolls.controls(device).written(id) + " does not send “" + dimension + "”");
        }
        return new Ref.ToControl(device, id, dimension);
    }

    String control(ControlNameContext control, String device) {
        return id(control.part(), rolls.controls(device), "control", on(device));
    }

    Ref.ToParameter parameter(ParameterContext parameter) {
        if (parameter.focus() != null) {
            return through(parameter);
        }
        if (parameter.localName() != null) {
            return its(parameter);
        }
        if (parameter.device() != null) {
            String device = device(parameter.device());
            return new Ref.ToParameter(
                    device, id(parameter.parameterName().part(), rolls.parameters(device), "parameter", on(device)));
        }
        String name = text(parameter.parameterName().part().STRING());
        List<Ref.ToParameter> all = rolls.devices().ids().stream()
                .flatMap(device ->
                        rolls.parameters(device).ids(name).stream().map(id -> new Ref.ToParameter(device, id)))
                .toList();
        if (all.size() != 1) {
            throw new Unread(
                    parameter.getStart(),
                    all.isEmpty()
                            ? "there is no parameter “" + name + "”"
                            : "“" + name + "” is on several devices: say which, as in " + rolls.written(all.get(0)));
        }
        return all.get(0);
    }

    private Ref.ToParameter its(ParameterContext parameter) {
        if (each.isEmpty()) {
            throw new Unread(parameter.getStart(), "“its” is told of each place of a focus, behind “for each of”");
        }
        return ForEach.its(
                each,
                id(
                        parameter.localName().part(),
                        rolls.locals(each),
                        "parameter",
                        " in the places of " + rolls.foci().written(each)));
    }

    private Ref.ToParameter through(ParameterContext parameter) {
        String focus = focus(parameter.focus());
        int offset = parameter.ORDINAL() == null ? Through.EACH : ordinal(parameter.ORDINAL());
        Focus of = rolls.names().focus(focus).orElse(null);
        if (of != null && parameter.ORDINAL() != null && (offset < 1 || offset > of.reach())) {
            throw new Unread(
                    parameter.ORDINAL().getSymbol(),
                    "“" + of.name() + "” is " + (of.reach() == 1 ? "one place" : of.reach() + " places")
                            + " wide, so there is no " + parameter.ORDINAL().getText());
        }
        String local = id(
                parameter.localName().part(),
                rolls.locals(focus),
                "parameter",
                " in the places of " + rolls.foci().written(focus));
        return new Ref.ToParameter(focus, offset + ":" + local);
    }

    /** A parameter that can be set. */
    Ref.ToParameter settable(ParameterContext parameter) {
        Ref.ToParameter ref = parameter(parameter);
        if (rolls.names().parameter(ref).filter(of -> !of.settable()).isPresent()) {
            throw new Unread(
                    parameter.getStart(), rolls.written(ref) + " is only told and cannot be set; choose another");
        }
        return ref;
    }

    /** A value of a parameter, in its unit. */
    double fixed(FixedContext fixed, Ref.ToParameter of) {
        return fixed(fixed, rolls.names().parameter(of), true);
    }

    /**
     * A value in the unit of a parameter.
     *
     * @param within whether it has to lie in the parameter's range, unless it says itself that it is out of reach
     */
    double fixed(FixedContext fixed, Optional<Parameter> of, boolean within) {
        if (fixed.quantity() != null) {
            return quantity(fixed.quantity(), of, within && fixed.getChildCount() == 1);
        }
        String name = text(fixed.STRING());
        if (of.isEmpty()) {
            throw new Unread(fixed.getStart(), "“" + name + "” stands where a number belongs");
        }
        return quantity(fixed.getStart(), name, of.get());
    }

    /** A number with its unit. */
    double quantity(QuantityContext quantity, Optional<Parameter> of, boolean within) {
        String number = quantity.NUMBER().getText();
        String unit = quantity.getChildCount() == 1 ? "" : quantity.getChild(1).getText();
        boolean isOwn = of.isEmpty()
                || unit.isEmpty()
                || unit.equalsIgnoreCase(of.get().range().unit());
        double value = isOwn ? Spelling.number(number) : quantity(quantity.getStart(), number + " " + unit, of.get());
        if (!Double.isFinite(value)) {
            throw new Unread(quantity.getStart(), number + " is too large");
        }
        if (within && of.isPresent() && !of.get().range().contains(value)) {
            throw new Unread(
                    quantity.getStart(),
                    "out of reach: " + of.get().name() + " goes from "
                            + Rolls.written(of.get().range().low(), of) + " to "
                            + Rolls.written(of.get().range().high(), of));
        }
        return value;
    }

    private static double quantity(Token at, String typed, Parameter of) {
        try {
            return Quantity.parse(typed, of.law(), of.range());
        } catch (Quantity.Unreadable e) {
            throw new Unread(at, e.getMessage());
        }
    }

    /** A share of the way, 0..1. */
    double share(PercentContext percent) {
        return Spelling.share(percent.NUMBER().getText());
    }

    /** A time in seconds. */
    double seconds(SecondsContext seconds) {
        String number = seconds.NUMBER().getText();
        return switch (seconds.WORD().getText()) {
            case "s" -> Spelling.number(number);
            case "ms" -> Spelling.thousandth(number, 3);
            case "min" -> Spelling.number(number) * 60;
            default ->
                throw new Unread(
                        seconds.WORD().getSymbol(),
                        "“" + seconds.WORD().getText() + "” is no unit of time: expected s, ms or min");
        };
    }

    /** The number of an ordinal; one that is too long for anything is 0. */
    int ordinal(TerminalNode ordinal) {
        String digits = ordinal.getText().substring(0, ordinal.getText().length() - 2);
        return digits.length() > 4 ? 0 : Integer.parseInt(digits);
    }

    /** A time in seconds or in beats. */
    Span span(SecondsContext span) {
        boolean inBeats = span.WORD().getText().matches("(?i)beats?");
        return inBeats ? new Span(0, Spelling.number(span.NUMBER().getText())) : new Span(seconds(span), 0);
    }

    /** A whole number of places. */
    int count(TerminalNode number) {
        String digits = number.getText();
        if (!digits.matches("\\d{1,5}")) {
            throw new Unread(number.getSymbol(), "expected a whole number of 1 to 99999");
        }
        return Integer.parseInt(digits);
    }

    private String on(String device) {
        return " of " + rolls.devices().written(device);
    }

    private static boolean isId(PartContext part) {
        return part.getChildCount() == 2;
    }

    private String id(PartContext part, Roll roll, String noun, String where) {
        String name = text(part.STRING());
        if (isId(part)) {
            return name;
        }
        List<String> ids = roll.ids(name);
        if (ids.size() == 1) {
            return ids.get(0);
        }
        if (ids.size() > 1) {
            throw new Unread(
                    part.getStart(),
                    "there is more than one " + noun + " “" + name + "”" + where + ": say which by its id, "
                            + ids.stream()
                                    .limit(SAID)
                                    .map(id -> "id " + Spelling.quoted(id))
                                    .collect(Collectors.joining(" or ")));
        }
        throw new Unread(
                part.getStart(),
                "there is no " + noun + " “" + name + "”" + where
                        + near(name, roll)
                                .map(other -> "; did you mean " + other + "?")
                                .orElse(""));
    }

    private static Optional<String> near(String name, Roll roll) {
        String nearest = null;
        int best = Integer.MAX_VALUE;
        for (String other : roll.written()) {
            String whole = other.replace("\"", "").toLowerCase(Locale.ROOT);
            int cut = whole.lastIndexOf(Roll.WITHIN);
            String last = cut < 0 ? whole : whole.substring(cut + Roll.WITHIN.length());
            for (String one : List.of(whole, last)) {
                int far = DISTANCE.apply(name.toLowerCase(Locale.ROOT), one);
                if (far >= 0 && far < best) {
                    best = far;
                    nearest = other;
                }
            }
        }
        return Optional.ofNullable(nearest);
    }
}
