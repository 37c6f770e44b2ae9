package orchard.gear;

import java.util.AbstractList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** A list that never changes and finds its elements by id at once; of two with one id the first. */
final class Indexed<T> extends AbstractList<T> {

    private final List<T> elements;
    private final Map<String, T> byId;

    Indexed(Collection<T> elements, Function<T, String> id) {
        this.elements = List.copyOf(elements);
        this.byId = new HashMap<>(elements.size() * 2);
        this.elements.forEach(element -> byId.putIfAbsent(id.apply(element), element));
    }

    /** The element of an id in a list that is known to be indexed. */
    static <T> Optional<T> find(List<T> indexed, String id) {
        return Optional.ofNullable(((Indexed<T>) indexed).byId.get(id));
    }

    @Override
    public T get(int index) {
        return elements.get(index);
    }

    @Override
    public int size() {
        return elements.size();
    }
}
