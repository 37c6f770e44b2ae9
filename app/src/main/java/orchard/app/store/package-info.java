/**
 * Keeping: MariaDB through plain JDBC. Each table's SQL stands in the one class that owns it. One edit is one transaction.
 *
 * <p>Start reading at {@link orchard.app.store.RigKeeper}.
 */
package orchard.app.store;
