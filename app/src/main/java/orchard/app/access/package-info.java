/**
 * Who may: the key, the cookie it is exchanged for, and the checks on every request. Start reading at
 * {@link orchard.app.access.AccessRules}.
 */
package orchard.app.access;
