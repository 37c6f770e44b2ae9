package orchard.mapping;

import orchard.condition.Condition;

/**
 * One rule of a light: what it shows while something holds.
 *
 * @param during when it holds
 * @param rule what it shows then
 * @param look how
 */
public record Rung(Condition during, Show.Rule rule, Look look) {

    public Rung {
        look = look == null ? Look.USUAL : look;
    }
}
