package orchard.app.store;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;

/** Rows of a child table for a batch: the owner's id and the place come first, then the columns. */
final class ChildRows {

    private ChildRows() {}

    static <T> List<Object[]> of(String owner, List<T> values, Function<T, Object[]> columns) {
        List<Object[]> rows = new ArrayList<>(values.size());
        for (int place = 0; place < values.size(); place++) {
            Object[] own = columns.apply(values.get(place));
            Object[] row = new Object[own.length + 2];
            row[0] = owner;
            row[1] = place;
            System.arraycopy(own, 0, row, 2, own.length);
            rows.add(row);
        }
        return rows;
    }
}
