package orchard.app.web;

import orchard.mapping.Mapping;

/**
 * A mapping, or one of its cases, as an address of a page says it: {@code m7}, or {@code m7~2} for its third case.
 *
 * @param mapping its id
 * @param branch which case, the first one 0
 */
record CaseOf(String mapping, int branch) {

    private static final String BETWEEN = "~";

    static CaseOf of(String text) {
        int cut = text.lastIndexOf(BETWEEN);
        String number = text.substring(cut + 1);
        return cut < 0 || !number.matches("\\d{1,3}")
                ? new CaseOf(text, 0)
                : new CaseOf(text.substring(0, cut), Integer.parseInt(number));
    }

    /** As it stands in an address. */
    String text() {
        return branch == 0 ? mapping : mapping + BETWEEN + branch;
    }

    /** The mapping with this case alone. */
    Mapping in(Mapping whole) {
        if (branch >= whole.branches().size()) {
            throw Replies.gone();
        }
        return whole.only(branch);
    }
}
