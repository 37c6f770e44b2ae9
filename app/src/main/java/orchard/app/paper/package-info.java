/**
 * Paper: sheets of a device's face at true size, as SVG and as PDF.
 *
 * <p>Uses {@code core}. Start reading at {@link orchard.app.paper.Sheet}.
 */
package orchard.app.paper;
