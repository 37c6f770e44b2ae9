package orchard.app.live;

import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;

/**
 * What the fingers on one page did since it last said so: some came, some moved, some left, in this order.
 *
 * @param at when the page said so, in milliseconds of its own clock; NaN if it did not say when
 * @param down ids of the controls to which a finger came
 * @param up ids of those that the last finger left
 */
record Touches(String layout, double at, List<String> down, List<Move> moves, List<String> up) {

    private static final int MOST = 256;

    /**
     * One number that a control gives.
     *
     * @param part the control's id, with {@code .x} and the like after it where it gives more than one
     * @param value 0..1; −1..1 of a whole way for what has no ends
     */
    record Move(String part, double value) {
        /** Id of the control. */
        String control() {
            return Touches.control(part);
        }
    }

    /** Id of the control to which a part belongs. */
    static String control(String part) {
        int dot = part.indexOf('.');
        return dot < 0 ? part : part.substring(0, dot);
    }

    /**
     * What a message says.
     *
     * @throws IllegalArgumentException with the field and what it has to be
     */
    static Touches of(JsonNode message) {
        List<Move> moves = new ArrayList<>();
        for (JsonNode move : message.path("moves")) {
            double value = move.path(1).asDouble(Double.NaN);
            if (!Double.isFinite(value) || Math.abs(value) > 1_000) {
                throw new IllegalArgumentException("moves have to be pairs of a part and a number");
            }
            moves.add(new Move(LiveSocket.name(move.path(0), "a part"), Math.max(-1, Math.min(1, value))));
        }
        List<String> down = ids(message, "down");
        List<String> up = ids(message, "up");
        if (moves.size() + down.size() + up.size() > MOST) {
            throw new IllegalArgumentException("nobody has so many fingers");
        }
        return new Touches(
                LiveSocket.name(message.path("layout"), "layout"),
                message.path("at").asDouble(Double.NaN),
                down,
                moves,
                up);
    }

    private static List<String> ids(JsonNode message, String field) {
        List<String> ids = new ArrayList<>();
        message.path(field).forEach(id -> ids.add(LiveSocket.name(id, field)));
        return ids;
    }
}
