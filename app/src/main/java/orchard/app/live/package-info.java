/**
 * The running engine and everything that shows it as it happens: names, values, the ticker, Learn, and the socket to the
 * browsers. Start reading at {@link orchard.app.live.EngineRoom}.
 */
package orchard.app.live;
