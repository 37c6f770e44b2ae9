/**
 * Common ways to play something, whole, a file each.
 *
 * <p>Uses {@code rig} and everything below it. Start reading at {@link orchard.recipe.Recipe}.
 */
package orchard.recipe;
