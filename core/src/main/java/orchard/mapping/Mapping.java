package orchard.mapping;

/** One sentence: when something is moved, while a condition holds, shape the value, do something with it, show the answer. */
public record Mapping(String id, When when, While during, Shape shape, Do then, Show show) {}
