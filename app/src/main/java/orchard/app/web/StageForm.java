package orchard.app.web;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.gear.Ref;
import orchard.mapping.Formula;
import orchard.mapping.Stage;
import orchard.mapping.Words;
import orchard.parameter.Display;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Quantity;
import orchard.parameter.Range;
import orchard.rig.EditRefused;

/**
 * A stage as a form: its fields with what stands in them, and back.
 *
 * @param kind what the stage is called
 * @param help what it does, in a sentence
 */
record StageForm(String kind, String help, List<Field> fields) {

    private static final Range PERCENT = new Range(0, 100, "%");
    private static final Range ANY = new Range(-1e9, 1e9, "");

    /** How a field is filled in. */
    enum Input {
        TEXT,
        CHOICE,
        CHECK,
        LINES
    }

    /**
     * One field.
     *
     * @param standard what a double-click puts there
     * @param choices value and words of each, for {@link Input#CHOICE}
     */
    record Field(String name, String label, String value, String standard, Input input, Map<String, String> choices) {}

    /** The stages that can be added, by name, with what each does. */
    static Map<String, String> kinds() {
        Map<String, String> kinds = new LinkedHashMap<>();
        kinds.put("invert", "turns the control round");
        kinds.put("curve", "bends the way");
        kinds.put("dead band", "rests around a place");
        kinds.put("switch", "two thresholds");
        kinds.put("zone", "one stretch of the way");
        kinds.put("accumulate", "how far an endless knob's step goes");
        kinds.put("scale", "a range in real units");
        kinds.put("look-up", "names in your order");
        kinds.put("clamp", "keeps within two ends");
        kinds.put("wrap", "goes on at the other end");
        kinds.put("fold", "turns back at the ends");
        kinds.put("snap", "whole steps only");
        kinds.put("smooth", "follows with a delay");
        kinds.put("rate", "never moves faster than this");
        kinds.put("formula", "computes with x");
        return kinds;
    }

    /** A stage of that name as it is when it is new. */
    static Stage fresh(String kind, Parameter parameter) {
        Range range = parameter.range();
        return switch (kind) {
            case "invert" -> new Stage.Invert();
            case "curve" -> new Stage.Curve(Stage.Form.GAMMA, 2, List.of());
            case "dead band" -> new Stage.DeadBand(0.5, 0.1);
            case "switch" -> new Stage.Switch(0.45, 0.55);
            case "zone" -> new Stage.Zone(0, 0.5, 0, 0.5, false);
            case "accumulate" -> new Stage.Accumulate(1, 1, false, null, Stage.Accumulate.TENTH);
            case "scale" -> new Stage.Scale(0, 1, range.low(), range.high());
            case "look-up" -> new Stage.LookUp(names(parameter));
            case "clamp" -> new Stage.Clamp(range.low(), range.high());
            case "wrap" -> new Stage.Wrap(range.low(), range.high());
            case "fold" -> new Stage.Fold(range.low(), range.high());
            case "snap" -> new Stage.Snap(stepOf(parameter), 0.1);
            case "smooth" -> new Stage.Smooth(0.2);
            case "rate" -> new Stage.Rate(1);
            case "formula" -> new Stage.Formula("x");
            default -> throw new IllegalArgumentException("There is no stage called “" + kind + "”");
        };
    }

    private static List<String> names(Parameter parameter) {
        if (parameter.law() instanceof Law.Named named) {
            return named.names();
        }
        throw new IllegalArgumentException(
                parameter.name() + " has no names to choose from; a scale or a snap fits it");
    }

    private static double stepOf(Parameter parameter) {
        Range range = parameter.range();
        return parameter.law() instanceof Law.Stepped stepped
                ? (range.high() - range.low()) / (stepped.count() - 1)
                : parameter.law() instanceof Law.Named ? 1 : (range.high() - range.low()) / 10;
    }

    /** The form of a stage. */
    static StageForm of(Stage stage, Parameter parameter, Map<String, String> buttons) {
        if (stage instanceof Stage.Bypassed bypassed) {
            return of(bypassed.stage(), parameter, buttons);
        }
        List<Field> fields = new ArrayList<>();
        Range range = parameter.range();
        if (stage instanceof Stage.Accumulate a) {
            fields.add(text("sensitivity", "Way each step, ×", number(a.sensitivity()), "1"));
            fields.add(text("acceleration", "When turned fast up to, ×", number(a.acceleration()), "1"));
            fields.add(check("around", "goes round at the ends", a.around()));
            Map<String, String> slow = new LinkedHashMap<>();
            slow.put("", "nothing");
            slow.putAll(buttons);
            fields.add(new Field(
                    "slow", "While this is held …", a.slow() == null ? "" : key(a.slow()), "", Input.CHOICE, slow));
            fields.add(text("fine", "… it moves, ×", number(a.fine()), "0.10"));
        } else if (stage instanceof Stage.Curve c) {
            fields.add(choice(
                    "form",
                    "Form",
                    c.form().name(),
                    Stream.of(Stage.Form.values())
                            .collect(Collectors.toMap(Enum::name, StageForm::words, (x, y) -> x, LinkedHashMap::new))));
            fields.add(text("bend", "Bend, 0.1 to 10", number(c.bend()), "2"));
            fields.add(text("points", "Points, “way height” in %", points(c.points()), "0 0, 50 25, 100 100"));
        } else if (stage instanceof Stage.DeadBand b) {
            fields.add(percent("centre", "Rests at", b.centre(), 0.5));
            fields.add(percent("width", "Width", b.width(), 0.1));
        } else if (stage instanceof Stage.Switch s) {
            fields.add(percent("on", "On from", s.on(), 0.55));
            fields.add(percent("off", "Off from", s.off(), 0.45));
        } else if (stage instanceof Stage.Zone z) {
            fields.add(percent("low", "Going up from", z.low(), 0));
            fields.add(percent("high", "to", z.high(), 1));
            fields.add(percent("downLow", "Going down from", z.downLow(), z.low()));
            fields.add(percent("downHigh", "to", z.downHigh(), z.high()));
            fields.add(check("switching", "only on within, off outside", z.switching()));
        } else if (stage instanceof Stage.Scale s) {
            fields.add(percent("from", "Control from", s.from(), 0));
            fields.add(percent("to", "to", s.to(), 1));
            fields.add(real("low", "gives", s.low(), range.low(), parameter));
            fields.add(real("high", "to", s.high(), range.high(), parameter));
            fields.add(check("open", "goes on beyond, turn after turn", s.open()));
        } else if (stage instanceof Stage.LookUp l) {
            fields.add(
                    new Field("names", "Names, one a line", String.join("\n", l.names()), "", Input.LINES, Map.of()));
        } else if (stage instanceof Stage.Clamp c) {
            ends(fields, c.low(), c.high(), parameter);
        } else if (stage instanceof Stage.Wrap w) {
            ends(fields, w.low(), w.high(), parameter);
        } else if (stage instanceof Stage.Fold f) {
            ends(fields, f.low(), f.high(), parameter);
        } else if (stage instanceof Stage.Snap s) {
            fields.add(text("size", "Step", Display.text(s.size(), range.unit()), Display.text(1, range.unit())));
            fields.add(percent("hysteresis", "Holds on for", s.hysteresis(), 0.1));
        } else if (stage instanceof Stage.Smooth s) {
            fields.add(text("seconds", "Time", Display.text(s.seconds(), "s"), "0.20 s"));
        } else if (stage instanceof Stage.Rate r) {
            fields.add(text("seconds", "Whole way in at least", Display.text(r.seconds(), "s"), "1 s"));
        } else if (stage instanceof Stage.Formula f) {
            fields.add(text("text", "Formula with x, low, high", f.text(), "x"));
        }
        return new StageForm(Words.name(stage), kinds().get(Words.name(stage)), fields);
    }

    private static void ends(List<Field> fields, double low, double high, Parameter parameter) {
        fields.add(real("low", "From", low, parameter.range().low(), parameter));
        fields.add(real("high", "to", high, parameter.range().high(), parameter));
    }

    /** The stage that a filled-in form means. */
    static Stage read(String part, Stage before, Map<String, String> typed, Parameter parameter) {
        Reader in = new Reader(part, typed);
        if (before instanceof Stage.Bypassed bypassed) {
            return new Stage.Bypassed(read(part, bypassed.stage(), typed, parameter));
        } else if (before instanceof Stage.Accumulate) {
            return new Stage.Accumulate(
                    in.number("sensitivity"),
                    in.number("acceleration"),
                    in.check("around"),
                    control(in.text("slow")),
                    in.number("fine"));
        } else if (before instanceof Stage.Curve) {
            Stage.Form form = in.oneOf("form", Stage.Form.class);
            return new Stage.Curve(
                    form,
                    in.number("bend"),
                    form == Stage.Form.POINTS ? readPoints(part, in.text("points")) : List.of());
        } else if (before instanceof Stage.DeadBand) {
            return new Stage.DeadBand(in.percent("centre"), in.percent("width"));
        } else if (before instanceof Stage.Switch) {
            return new Stage.Switch(in.percent("off"), in.percent("on"));
        } else if (before instanceof Stage.Zone) {
            return new Stage.Zone(
                    in.percent("low"),
                    in.percent("high"),
                    in.percent("downLow"),
                    in.percent("downHigh"),
                    in.check("switching"));
        } else if (before instanceof Stage.Scale) {
            boolean open = in.check("open");
            return new Stage.Scale(
                    in.percent("from"),
                    in.percent("to"),
                    open ? in.free("low", parameter) : in.real("low", parameter),
                    open ? in.free("high", parameter) : in.real("high", parameter),
                    open);
        } else if (before instanceof Stage.LookUp) {
            return new Stage.LookUp(lines(part, in.text("names"), parameter));
        } else if (before instanceof Stage.Clamp) {
            return new Stage.Clamp(in.real("low", parameter), in.real("high", parameter));
        } else if (before instanceof Stage.Wrap) {
            return new Stage.Wrap(in.real("low", parameter), in.real("high", parameter));
        } else if (before instanceof Stage.Fold) {
            return new Stage.Fold(in.real("low", parameter), in.real("high", parameter));
        } else if (before instanceof Stage.Snap) {
            return new Stage.Snap(in.free("size", parameter), in.percent("hysteresis"));
        } else if (before instanceof Stage.Smooth) {
            return new Stage.Smooth(in.seconds("seconds"));
        } else if (before instanceof Stage.Rate) {
            return new Stage.Rate(in.seconds("seconds"));
        } else if (before instanceof Stage.Formula) {
            String text = in.text("text");
            try {
                Formula.of(text, parameter.range().low(), parameter.range().high());
            } catch (Formula.Unusable e) {
                throw EditRefused.invalid(part, "text", e.getMessage());
            }
            return new Stage.Formula(text);
        }
        return before;
    }

    private static List<String> lines(String part, String text, Parameter parameter) {
        List<String> known = names(parameter);
        return text.lines()
                .map(String::strip)
                .filter(line -> !line.isEmpty())
                .map(line -> known.stream()
                        .filter(name -> name.equalsIgnoreCase(line))
                        .findFirst()
                        .orElseThrow(() -> EditRefused.invalid(
                                part, "names", parameter.name() + " has no value called “" + line + "”")))
                .toList();
    }

    private static String points(List<Stage.Point> points) {
        return points.stream()
                .map(p -> number(100 * p.x()) + " " + number(100 * p.y()))
                .collect(Collectors.joining(", "));
    }

    private static List<Stage.Point> readPoints(String part, String text) {
        List<Stage.Point> points = new ArrayList<>();
        for (String each : text.split(",")) {
            String[] pair = each.strip().split("\\s+");
            try {
                if (pair.length != 2) {
                    throw new NumberFormatException();
                }
                points.add(new Stage.Point(Double.parseDouble(pair[0]) / 100, Double.parseDouble(pair[1]) / 100));
            } catch (NumberFormatException e) {
                throw EditRefused.invalid(
                        part, "points", "“" + each.strip() + "” is no point: expected way and height, like 50 25");
            }
        }
        return points;
    }

    /** A control in a list of choices. */
    static String key(Ref.ToControl ref) {
        return ref.device() + "/" + ref.control() + "/" + ref.dimension();
    }

    private static Ref.ToControl control(String key) {
        String[] parts = key.split("/", 3);
        return parts.length == 3 ? new Ref.ToControl(parts[0], parts[1], parts[2]) : null;
    }

    private static String words(Stage.Form form) {
        return switch (form) {
            case GAMMA -> "power";
            case LOGARITHMIC -> "logarithmic, quick at first";
            case EXPONENTIAL -> "exponential, slow at first";
            case S -> "S, slow at both ends";
            case POINTS -> "points of my own";
        };
    }

    private static Field text(String name, String label, String value, String standard) {
        return new Field(name, label, value, standard, Input.TEXT, Map.of());
    }

    private static Field percent(String name, String label, double value, double standard) {
        return text(name, label, Display.text(100 * value, "%"), Display.text(100 * standard, "%"));
    }

    private static Field real(String name, String label, double value, double standard, Parameter parameter) {
        return text(name, label, parameter.textOfReal(value), parameter.textOfReal(standard));
    }

    private static Field check(String name, String label, boolean value) {
        return new Field(name, label, String.valueOf(value), "", Input.CHECK, Map.of());
    }

    private static Field choice(String name, String label, String value, Map<String, String> choices) {
        return new Field(name, label, value, "", Input.CHOICE, choices);
    }

    private static String number(double value) {
        return value == Math.rint(value) ? String.valueOf((long) value) : String.valueOf(Math.round(value * 1e4) / 1e4);
    }

    /** What was typed, read field by field; what cannot be read is refused beside its field. */
    private record Reader(String part, Map<String, String> typed) {

        String text(String field) {
            return typed.getOrDefault(field, "").strip();
        }

        boolean check(String field) {
            return text(field).equals("true");
        }

        double number(String field) {
            return quantity(field, new Law.Linear(), ANY);
        }

        double percent(String field) {
            return quantity(field, new Law.Linear(), PERCENT) / 100;
        }

        double seconds(String field) {
            return quantity(field, new Law.Linear(), new Range(0, 1e6, "s"));
        }

        double real(String field, Parameter parameter) {
            return quantity(field, parameter.law(), parameter.range());
        }

        /** In the parameter's unit, but not bound to its range. */
        double free(String field, Parameter parameter) {
            return quantity(
                    field,
                    new Law.Linear(),
                    new Range(-1e9, 1e9, parameter.range().unit()));
        }

        <T extends Enum<T>> T oneOf(String field, Class<T> kind) {
            try {
                return Enum.valueOf(kind, text(field).toUpperCase(Locale.ROOT));
            } catch (IllegalArgumentException e) {
                throw EditRefused.invalid(part, field, "Choose one from the list");
            }
        }

        private double quantity(String field, Law law, Range range) {
            try {
                return Quantity.parse(text(field), law, range);
            } catch (Quantity.Unreadable e) {
                throw EditRefused.invalid(part, field, e.getMessage());
            }
        }
    }
}
