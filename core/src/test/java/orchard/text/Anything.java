package orchard.text;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Modifier;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import orchard.action.Filling;
import orchard.action.SayMessage;
import orchard.action.TypeKeys;
import orchard.form.MessageForm;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.signal.Keystrokes;

/**
 * Makes values of any record there is, wholly given by a seed: a variant that is new tomorrow is made tomorrow, without a line here. What a
 * record refuses is made anew.
 */
final class Anything {

    private static final double[] NUMBERS = {
        0, 1, 0.5, 1.0 / 3, 0.07, 2, 3, 100, 440, 8000, -6, -40, 1e-5, 0.1 + 0.2, 64
    };
    private static final int TRIES = 60;

    private final Random random;
    private final List<String> words;

    /** @param words what texts are made of: ids that are there, and some that are not */
    /** What is no colour is refused, as one would be in a hundred by chance. */
    private static final List<String> COLOURS = List.of("", "own", "amber", "#304050");

    /** What is one text wherever it stands. Each has properties of its own for what may stand in it. */
    private static final Map<Class<?>, List<Object>> TEXTS = Map.of(
            Keystrokes.class,
            List.of(
                    Keystrokes.of("window “Tracks”, ctrl+t"),
                    Keystrokes.of("window exactly “A” or “B”, “say (hi)”, value 0 to 9, wait 0.5 s, down 3 times")),
            MessageForm.class,
            List.of(
                    MessageForm.of("CC 20 = {level}, ch 1"),
                    MessageForm.of("SysEx 7D {a 2 bytes} {check sum from 0}"),
                    MessageForm.of("/a/{n} {v text} \"quoted\" 1")));

    Anything(long seed, List<String> words) {
        this.random = new Random(seed);
        this.words = words;
    }

    /** Something of a type; deep in others it is kept small. */
    <T> T of(Class<T> type) {
        return type.cast(make(type, 0));
    }

    private Object make(Type type, int depth) {
        if (type instanceof ParameterizedType list) {
            List<Object> all = new ArrayList<>();
            int most = depth > 5 ? 2 : 4;
            for (int i = random.nextInt(most); i > 0; i--) {
                all.add(make(list.getActualTypeArguments()[0], depth + 1));
            }
            return list.getRawType() == Set.class ? new HashSet<>(all) : all;
        }
        Class<?> of = (Class<?>) type;
        if (of == double.class || of == Double.class) {
            return random.nextInt(4) == 0 ? random.nextDouble() * 2 : NUMBERS[random.nextInt(NUMBERS.length)];
        } else if (of == int.class || of == Integer.class) {
            return random.nextInt(5) == 0 ? random.nextInt(128) : random.nextInt(8) - 2;
        } else if (of == long.class) {
            return random.nextLong();
        } else if (of == float.class) {
            return random.nextFloat();
        } else if (of == char.class) {
            return (char) ('a' + random.nextInt(26));
        } else if (of == boolean.class) {
            return random.nextBoolean();
        } else if (of == String.class) {
            return words.get(random.nextInt(words.size()));
        } else if (of == Byte.class) {
            return (byte) random.nextInt(256);
        } else if (of == byte[].class) {
            byte[] bytes = new byte[random.nextInt(6)];
            for (int i = 0; i < bytes.length; i++) {
                bytes[i] = (byte) random.nextInt(128);
            }
            return bytes;
        } else if (of == SayMessage.class) {
            return said(depth);
        } else if (of == TypeKeys.class) {
            return new TypeKeys(
                    words.get(random.nextInt(words.size())),
                    (Keystrokes) make(Keystrokes.class, depth + 1),
                    1 + random.nextInt(12),
                    random.nextBoolean() ? 2 : 0.5,
                    random.nextBoolean());
        } else if (TEXTS.containsKey(of)) {
            List<Object> some = TEXTS.get(of);
            return some.get(random.nextInt(some.size()));
        } else if (of.isEnum()) {
            return of.getEnumConstants()[random.nextInt(of.getEnumConstants().length)];
        } else if (of.isSealed()) {
            List<Class<?>> variants = new ArrayList<>(Arrays.asList(of.getPermittedSubclasses()));
            return make(variants.get(random.nextInt(variants.size())), depth + 1);
        } else if (of.isRecord()) {
            return record(of, depth);
        }
        throw new IllegalArgumentException("nobody has said how one makes a " + of);
    }

    /** What is filled are places of the message: by chance none would ever be met. */
    private SayMessage said(int depth) {
        MessageForm form = (MessageForm) make(MessageForm.class, depth + 1);
        List<Filling> with = new ArrayList<>();
        for (String name : form.names()) {
            if (random.nextBoolean()) {
                with.add(new Filling(
                        name,
                        random.nextBoolean()
                                ? Ref.ToParameter.NONE
                                : (Ref.ToParameter) make(Ref.ToParameter.class, depth + 1),
                        random.nextBoolean() ? "" : "x * 2.0"));
            }
        }
        return new SayMessage(words.get(random.nextInt(words.size())), form, with);
    }

    private Object record(Class<?> of, int depth) {
        RecordComponent[] components = of.getRecordComponents();
        Class<?>[] types =
                Arrays.stream(components).map(RecordComponent::getType).toArray(Class<?>[]::new);
        Mistake refused = null;
        for (int i = 0; i < TRIES; i++) {
            try {
                Object[] values = Arrays.stream(components)
                        .map(component -> component.getName().equals("colour")
                                ? COLOURS.get(random.nextInt(COLOURS.size()))
                                : make(component.getGenericType(), depth + 1))
                        .toArray();
                var constructor = of.getDeclaredConstructor(types);
                constructor.setAccessible(true);
                return constructor.newInstance(values);
            } catch (InvocationTargetException e) {
                if (!(e.getCause() instanceof Mistake) && !(e.getCause() instanceof IllegalArgumentException)) {
                    throw new AssertionError(of + " refuses what it is made of without saying why", e.getCause());
                }
                refused = new Mistake(String.valueOf(e.getCause().getMessage()));
            } catch (Refused e) {
                refused = e;
            } catch (ReflectiveOperationException e) {
                throw new AssertionError(e);
            }
        }
        throw new Refused(of + ": " + refused.getMessage());
    }

    /** Nothing came of it. */
    private static final class Refused extends Mistake {
        private static final long serialVersionUID = 1;

        Refused(String message) {
            super(message);
        }
    }

    /** Every record among what a type may be, itself if it is one. */
    static void variants(Class<?> type, Set<Class<?>> all) {
        if (type.isSealed()) {
            Arrays.stream(type.getPermittedSubclasses()).forEach(variant -> variants(variant, all));
        } else if (!Modifier.isAbstract(type.getModifiers())) {
            all.add(type);
        }
    }
}
