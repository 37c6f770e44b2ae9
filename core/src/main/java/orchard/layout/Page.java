package orchard.layout;

/**
 * One of the pages of a layout, of which one is open at a time, on every screen that plays it.
 *
 * @param id unique within its layout
 */
public record Page(String id, String name) {}
