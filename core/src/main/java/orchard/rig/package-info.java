/**
 * The rig as one immutable value, its parts, the edits that change it, and their JSON form.
 *
 * <p>Uses everything below it in the list of modules. Start reading at {@link orchard.rig.Rig}.
 */
package orchard.rig;
