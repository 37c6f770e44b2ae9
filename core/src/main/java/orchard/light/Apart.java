package orchard.light;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/** Names that stand beside one another on one device, in few letters: what is called differently looks different. */
public final class Apart {

    /**
     * What a display names.
     *
     * @param group what it is of, such as a track; or ""
     * @param name its own name
     */
    public record Called(String group, String name) {}

    private Apart() {}

    /**
     * Each in so many letters at most, in the same order. A name that several have gives way to what they are of, or has it before it; what would look alike then loses the words
     * that all of these have in common, and is counted if nothing else helps.
     */
    public static List<String> of(List<Called> all, int letters) {
        Set<Called> distinct = new LinkedHashSet<>(all);
        Map<Called, String> labels = new LinkedHashMap<>();
        distinct.forEach(one -> labels.put(one, label(one, distinct)));
        Map<Called, String> fitted = new LinkedHashMap<>();
        labels.forEach((one, label) -> fitted.put(one, Fit.of(label, "", letters)));
        alike(fitted).forEach(same -> {
            List<String> kept = uncommon(same.stream().map(labels::get).toList());
            for (int i = 0; i < same.size(); i++) {
                fitted.put(same.get(i), Fit.of(kept.get(i), "", letters));
            }
        });
        Set<String> taken = new HashSet<>();
        fitted.replaceAll((one, label) -> counted(label, labels.get(one), letters, taken));
        return all.stream().map(fitted::get).toList();
    }

    private static String label(Called one, Set<Called> all) {
        boolean isOnlyName = all.stream().noneMatch(other -> !other.equals(one) && other.name.equals(one.name));
        if (isOnlyName || one.group.isEmpty()) {
            return one.name;
        }
        boolean isOnlyOfGroup = all.stream().noneMatch(other -> !other.equals(one) && other.group.equals(one.group));
        return isOnlyOfGroup ? one.group : one.group + " " + one.name;
    }

    /** Those that look the same, together. */
    private static List<List<Called>> alike(Map<Called, String> fitted) {
        Map<String, List<Called>> by = new LinkedHashMap<>();
        fitted.forEach((one, label) ->
                by.computeIfAbsent(label, l -> new ArrayList<>()).add(one));
        return by.values().stream().filter(same -> same.size() > 1).collect(Collectors.toList());
    }

    /** Some names without the words that all begin or end with; each keeps one word at least. */
    private static List<String> uncommon(List<String> names) {
        List<List<String>> words = new ArrayList<>();
        names.forEach(name -> words.add(new ArrayList<>(Arrays.asList(name.split(" ")))));
        while (words.stream().allMatch(of -> of.size() > 1)
                && words.stream().map(of -> of.get(0)).distinct().count() == 1) {
            words.forEach(of -> of.remove(0));
        }
        while (words.stream().allMatch(of -> of.size() > 1)
                && words.stream().map(of -> of.get(of.size() - 1)).distinct().count() == 1) {
            words.forEach(of -> of.remove(of.size() - 1));
        }
        return words.stream().map(of -> String.join(" ", of)).toList();
    }

    private static String counted(String fitted, String label, int letters, Set<String> taken) {
        String out = fitted;
        for (int i = 2; !taken.add(out) && Integer.toString(i).length() < letters; i++) {
            out = Fit.of(label, "", letters - Integer.toString(i).length()) + i;
        }
        return out;
    }
}
