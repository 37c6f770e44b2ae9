/**
 * The engine: compiles a rig into a plan, carries events through it on one thread, and tells what it did.
 *
 * <p>Uses everything above it in the list of modules. All mutable state of core is in {@code State}, owned by the engine's
 * thread. Start reading at {@link orchard.engine.Engine}.
 */
package orchard.engine;
