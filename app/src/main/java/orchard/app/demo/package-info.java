/**
 * The demo: the stand-ins, switched on, and the made-up rig of the Small Hours Shadow Theatre. Start reading at
 * {@link orchard.app.demo.StandInHouse}.
 */
package orchard.app.demo;
