/**
 * Inventories: what software lists of itself, compared with the rig, and what becomes of it when tracks are moved or renamed.
 *
 * <p>Uses {@code gear} and {@code parameter}. Start reading at {@link orchard.inventory.Inventory}.
 */
package orchard.inventory;
