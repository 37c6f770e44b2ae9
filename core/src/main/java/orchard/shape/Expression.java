package orchard.shape;

import dev.cel.bundle.Cel;
import dev.cel.bundle.CelBuilder;
import dev.cel.bundle.CelFactory;
import dev.cel.common.CelAbstractSyntaxTree;
import dev.cel.common.CelFunctionDecl;
import dev.cel.common.CelIssue;
import dev.cel.common.CelOptions;
import dev.cel.common.CelOverloadDecl;
import dev.cel.common.CelValidationException;
import dev.cel.common.ast.CelExpr;
import dev.cel.common.navigation.CelNavigableAst;
import dev.cel.common.types.CelType;
import dev.cel.common.types.SimpleType;
import dev.cel.extensions.CelExtensions;
import dev.cel.runtime.CelEvaluationException;
import dev.cel.runtime.CelFunctionBinding;
import dev.cel.runtime.CelRuntime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.DoubleBinaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import orchard.mistake.Mistake;

/**
 * A formula of one's own, in the Common Expression Language with its math functions and {@code wrap(x, low, high)},
 * {@code scale(x, inLow, inHigh, outLow, outHigh)} and {@code clamp(x, low, high)}. It knows {@code x}, the value that comes in, and
 * {@code low} and {@code high}, the ends of the parameter's range. Whole numbers and numbers with a point may be mixed. Not for several threads at once; costs
 * some microseconds a value.
 */
public final class Expression {

    /** The longest formula there can be, in letters. */
    public static final int LONGEST = 400;

    private static final Cel CEL = cel(List.of());

    /** What else is known by name. Whoever makes sentences makes few lists of names. */
    private static final Map<List<String>, Cel> WITH_NAMES = new ConcurrentHashMap<>();

    private static final Pattern WHOLE = Pattern.compile("(?<![\\w.])(\\d+)(?![\\w.])");
    /** Operators have no letters in their names but for the conditional and the remainder; the rest are functions of numbers. */
    private static final Pattern FUNCTIONS = Pattern.compile(
            "[_?:+\\-*/%<>=!&|]+|math\\.@?[A-Za-z]+|@?(wrap|scale|clamp|double|int|uint|not_strictly_false)");

    /** What a formula may come to; what {@code math.greatest} and its like come to is only known when they are asked. */
    private static final Set<CelType> NUMBERS =
            Set.of(SimpleType.DOUBLE, SimpleType.INT, SimpleType.BOOL, SimpleType.DYN);

    private static final Pattern UNKNOWN = Pattern.compile("undeclared reference to '([^']*)'");

    private static final int MOST_VERDICTS = 4_096;
    private static final Map<Asked, Optional<String>> VERDICTS = new ConcurrentHashMap<>();

    private final String text;
    private final CelRuntime.Program program;
    private final Map<String, Object> variables = new HashMap<>();

    private Expression(String text, CelRuntime.Program program) {
        this.text = text;
        this.program = program;
    }

    /** A formula that cannot be understood, or came to no number; the message says where and why. */
    public static final class Unusable extends Mistake {
        private static final long serialVersionUID = 1;

        Unusable(String message) {
            super(message);
        }
    }

    /**
     * Reads a formula.
     *
     * @param low low end of the parameter's range
     * @param high high end of the parameter's range
     * @throws Unusable if it cannot be understood, or does not give a number
     */
    public static Expression of(String text, double low, double high) {
        Expression read = of(text, List.of());
        read.variables.put("low", low);
        read.variables.put("high", high);
        return read;
    }

    /** Why a formula that knows some numbers by their names cannot be used; empty if it can. Pages ask again and again. */
    public static Optional<String> fault(String text, List<String> names) {
        if (VERDICTS.size() > MOST_VERDICTS) {
            VERDICTS.clear();
        }
        return VERDICTS.computeIfAbsent(new Asked(text, names), asked -> {
            try {
                of(text, names);
                return Optional.empty();
            } catch (Unusable e) {
                return Optional.of(e.getMessage());
            }
        });
    }

    private record Asked(String text, List<String> names) {}

    /**
     * Reads a formula that knows, besides {@code x}, some numbers by their names.
     *
     * @throws Unusable if it cannot be understood, or does not give a number
     */
    public static Expression of(String text, List<String> names) {
        if (text.isBlank()) {
            throw new Unusable("A formula is needed, like x * x");
        }
        if (text.length() > LONGEST) {
            throw new Unusable("Too long: a formula has at most " + LONGEST + " letters");
        }
        try {
            Cel cel = names.isEmpty() ? CEL : WITH_NAMES.computeIfAbsent(names, Expression::cel);
            CelAbstractSyntaxTree checked = compile(cel, text);
            CelType type = checked.getResultType();
            if (!NUMBERS.contains(type)) {
                throw new Unusable("It gives no number but " + type.name());
            }
            refuseWhatIsNoNumber(checked);
            return new Expression(text, cel.createProgram(checked));
        } catch (CelValidationException e) {
            throw new Unusable(words(e, names));
        } catch (CelEvaluationException e) {
            throw new Unusable("It cannot be used: " + e.getMessage());
        }
    }

    /**
     * Formulas are for numbers, comparisons and conditions. What else the language has (texts, lists, patterns, going through lists) is refused, so that a formula takes
     * no more steps than it has letters.
     */
    private static void refuseWhatIsNoNumber(CelAbstractSyntaxTree checked) {
        CelNavigableAst.fromAst(checked).getRoot().allNodes().forEach(node -> {
            CelExpr expression = node.expr();
            boolean isFine = switch (node.getKind()) {
                // math.greatest and its like take a list inside; nothing else takes one
                case IDENT, LIST -> true;
                case CONSTANT ->
                    switch (expression.constant().getKind()) {
                        case BOOLEAN_VALUE, INT64_VALUE, UINT64_VALUE, DOUBLE_VALUE -> true;
                        default -> false;
                    };
                case CALL -> FUNCTIONS.matcher(expression.call().function()).matches();
                // the name before math.max and the like
                default -> false;
            };
            if (!isFine) {
                throw new Unusable(
                        "Only numbers, comparisons, conditions like x > 0.5 ? 1 : x, and the functions of numbers can be used here");
            }
        });
    }

    /** As it stands; or else with a point in every whole number, because nobody who plays thinks of them as of two kinds. */
    private static CelAbstractSyntaxTree compile(Cel cel, String text) throws CelValidationException {
        try {
            return cel.compile(text).getAst();
        } catch (CelValidationException e) {
            try {
                return cel.compile(WHOLE.matcher(text).replaceAll("$1.0")).getAst();
            } catch (CelValidationException again) {
                throw e;
            }
        }
    }

    private static String words(CelValidationException e, List<String> names) {
        return e.getErrors().stream()
                .findFirst()
                .map(issue -> "At letter " + (issue.getSourceLocation().getColumn() + 1) + ": " + plain(issue, names))
                .orElse("It cannot be understood");
    }

    private static String plain(CelIssue issue, List<String> names) {
        String message = issue.getMessage().split("\n", 2)[0];
        Matcher unknown = UNKNOWN.matcher(message);
        if (unknown.find()) {
            return "nothing is called “" + unknown.group(1) + "” here; there are "
                    + (names.isEmpty() ? "x, low and high" : "x, " + String.join(", ", names));
        }
        return message.startsWith("found no matching overload")
                ? "these do not go together: " + message.replaceFirst(" \\(candidates.*", "")
                : message;
    }

    /** The text it was read from. */
    public String text() {
        return text;
    }

    /**
     * Its value; true counts as 1 and false as 0.
     *
     * @throws Unusable if it comes to no finite number
     */
    public double apply(double x) {
        return apply(x, List.of(), new double[0]);
    }

    /**
     * The same with numbers that have names.
     *
     * @throws Unusable if it comes to no finite number
     */
    public double apply(double x, List<String> names, double[] numbers) {
        for (int i = 0; i < numbers.length; i++) {
            variables.put(names.get(i), numbers[i]);
        }
        variables.put("x", x);
        Object result;
        try {
            result = program.eval(variables);
        } catch (CelEvaluationException e) {
            throw new Unusable("The formula “" + text + "” failed for x = " + x + ": "
                    + e.getMessage().split("\n", 2)[0].replaceFirst("^evaluation error[^:]*: ", ""));
        }
        double value = result instanceof Boolean on ? on ? 1 : 0 : ((Number) result).doubleValue();
        if (!Double.isFinite(value)) {
            throw new Unusable("The formula “" + text + "” comes to no number for x = " + x
                    + ": something is divided by nothing, or grows without end");
        }
        return value;
    }

    private static Cel cel(List<String> names) {
        List<CelFunctionDecl> declared = new ArrayList<>();
        List<CelFunctionBinding> bound = new ArrayList<>();
        own("wrap", 3, n -> wrap(n[0], n[1], n[2]), declared, bound);
        own("clamp", 3, n -> Math.max(n[1], Math.min(n[2], n[0])), declared, bound);
        own("scale", 5, n -> n[3] + (n[0] - n[1]) / (n[2] - n[1]) * (n[4] - n[3]), declared, bound);
        mixed("_+_", "add", (a, b) -> a + b, declared, bound);
        mixed("_-_", "subtract", (a, b) -> a - b, declared, bound);
        mixed("_*_", "multiply", (a, b) -> a * b, declared, bound);
        mixed("_/_", "divide", (a, b) -> a / b, declared, bound);
        CelBuilder builder = CelFactory.standardCelBuilder();
        names.forEach(name -> builder.addVar(name, SimpleType.DOUBLE));
        return builder.setOptions(CelOptions.current()
                        .enableHeterogeneousNumericComparisons(true)
                        .build())
                .addCompilerLibraries(CelExtensions.math(CelOptions.DEFAULT))
                .addRuntimeLibraries(CelExtensions.math(CelOptions.DEFAULT))
                .addVar("x", SimpleType.DOUBLE)
                .addVar("low", SimpleType.DOUBLE)
                .addVar("high", SimpleType.DOUBLE)
                .addFunctionDeclarations(declared)
                .addFunctionBindings(bound)
                .build();
    }

    private interface Numbers {
        double of(double... numbers);
    }

    /** A function of ours; every argument may be whole or not. */
    private static void own(
            String name,
            int arguments,
            Numbers function,
            List<CelFunctionDecl> declared,
            List<CelFunctionBinding> bound) {
        String id = name + "_numbers";
        declared.add(CelFunctionDecl.newFunctionDeclaration(
                name,
                CelOverloadDecl.newGlobalOverload(
                        id, SimpleType.DOUBLE, Collections.nCopies(arguments, SimpleType.DYN))));
        bound.add(CelFunctionBinding.from(id, Collections.nCopies(arguments, Object.class), given -> {
            double[] numbers = new double[arguments];
            for (int i = 0; i < arguments; i++) {
                if (!(given[i] instanceof Number number)) {
                    throw new Mistake(name + " takes numbers");
                }
                numbers[i] = number.doubleValue();
            }
            return function.of(numbers);
        }));
    }

    private static void mixed(
            String operator,
            String name,
            DoubleBinaryOperator function,
            List<CelFunctionDecl> declared,
            List<CelFunctionBinding> bound) {
        String whole = name + "_whole_double";
        String point = name + "_double_whole";
        declared.add(CelFunctionDecl.newFunctionDeclaration(
                operator,
                CelOverloadDecl.newGlobalOverload(whole, SimpleType.DOUBLE, SimpleType.INT, SimpleType.DOUBLE),
                CelOverloadDecl.newGlobalOverload(point, SimpleType.DOUBLE, SimpleType.DOUBLE, SimpleType.INT)));
        bound.add(CelFunctionBinding.from(
                whole, Long.class, Double.class, (a, b) -> function.applyAsDouble(a.doubleValue(), b)));
        bound.add(CelFunctionBinding.from(
                point, Double.class, Long.class, (a, b) -> function.applyAsDouble(a, b.doubleValue())));
    }

    /** A value taken round between two ends; the high end itself stays. */
    static double wrap(double value, double low, double high) {
        double width = high - low;
        if (value == high) {
            return value;
        }
        double rest = (value - low) % width;
        return low + (rest < 0 ? rest + width : rest);
    }
}
