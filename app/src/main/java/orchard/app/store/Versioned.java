package orchard.app.store;

/**
 * A value and the revision that last changed it.
 *
 * @param revision number of the revision
 */
record Versioned<T>(T value, long revision) {}
