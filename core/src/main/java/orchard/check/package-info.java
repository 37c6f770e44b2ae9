/**
 * Findings: what is wrong with a rig before the audience finds it. Rules only; nothing here runs signals.
 *
 * <p>Uses everything below it in the list of modules. Start reading at {@link orchard.check.Check}.
 */
package orchard.check;
