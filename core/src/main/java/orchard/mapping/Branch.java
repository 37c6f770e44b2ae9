package orchard.mapping;

import com.fasterxml.jackson.annotation.JsonProperty;
import orchard.condition.Always;
import orchard.condition.Condition;
import orchard.shape.Shape;

/** What a mapping does in one case. */
public record Branch(
        Condition during, Shape shape, @JsonProperty("then") Actions actions) {

    /** Whether it has no condition. */
    public boolean always() {
        return during instanceof Always;
    }

    /** The same under another condition. */
    public Branch with(Condition other) {
        return new Branch(other, shape, actions);
    }
}
