package orchard.form;

import java.util.List;

/**
 * A form that was worked out of what somebody pasted, or of messages that came.
 *
 * @param doubts what these do not tell, or what was taken for something else than it says, in words; none if all is sure
 */
public record Reading(MessageForm form, List<String> doubts) {
    public Reading {
        doubts = List.copyOf(doubts);
    }
}
