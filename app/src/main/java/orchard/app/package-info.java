/**
 * The application: wires, keeping, live pages, and who may. Start reading at {@link orchard.app.OrchardApplication}.
 */
package orchard.app;
