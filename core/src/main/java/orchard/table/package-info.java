/**
 * Tables as people edit them: parameters and colours as CSV, there and back, with the line that is wrong.
 *
 * <p>Uses {@code gear} and {@code parameter}. Start reading at {@link orchard.table.ParameterTable}.
 */
package orchard.table;
