/**
 * What a performer typed, chose or handed over and what cannot be: one family of errors, beginning at {@link orchard.mistake.Mistake}. Knows nothing else
 * of Orchard. What is thrown besides is a fault of Orchard's own.
 */
package orchard.mistake;
