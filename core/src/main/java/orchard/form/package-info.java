/**
 * Messages with holes: which parts of one are fixed, which may be anything, and which are numbers with a name. May use {@link orchard.signal}. Start at
 * {@link orchard.form.MessageForm}.
 */
package orchard.form;
