package orchard.text;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** What a text may name in one place: ids and their names. Names are found however they are written, in small letters or large ones. */
final class Roll {

    /** Between the names of groups and of what is in them. */
    static final String WITHIN = " › ";

    private final Map<String, String> nameOfId = new LinkedHashMap<>();
    private final Map<String, List<String>> idsOfName = new HashMap<>();

    /** One more of them; of two with one id the first counts. */
    void add(String id, String name) {
        if (nameOfId.putIfAbsent(id, name) == null) {
            idsOfName.computeIfAbsent(folded(name), key -> new ArrayList<>(1)).add(id);
        }
    }

    /** The ids that have a name, or, where none has, whose name ends with it. */
    List<String> ids(String name) {
        String folded = folded(name);
        List<String> whole = idsOfName.get(folded);
        return whole != null
                ? whole
                : idsOfName.entrySet().stream()
                        .filter(entry -> entry.getKey().endsWith(WITHIN + folded))
                        .flatMap(entry -> entry.getValue().stream())
                        .toList();
    }

    /** All ids, in their order. */
    List<String> ids() {
        return List.copyOf(nameOfId.keySet());
    }

    /** How one is written: by its name, or by its id where it is missing or two are called alike. */
    String written(String id) {
        String name = nameOfId.getOrDefault(id, "");
        return !name.isBlank() && ids(name).size() == 1 ? Spelling.quoted(name) : "id " + Spelling.quoted(id);
    }

    /** All of them as they are written, in their order. */
    List<String> written() {
        return nameOfId.keySet().stream().map(this::written).toList();
    }

    private static String folded(String name) {
        return name.strip().replace('>', '›').replaceAll("\\s*›\\s*", WITHIN).toLowerCase(Locale.ROOT);
    }
}
