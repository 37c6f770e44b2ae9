/**
 * Shapes: how a control's way becomes a parameter's, stage by stage, there and back. A stage is a file: what it takes and gives, its words, what a person fills in, and
 * what it does.
 *
 * <p>Uses {@code parameter} and {@code gear}. Start reading at {@link orchard.shape.Stage}; {@link orchard.shape.Invert} is the shortest.
 */
package orchard.shape;
