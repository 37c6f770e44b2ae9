/**
 * Sentences as text: a mapping is written and read in the words of {@code docs/sentences.md}, and nothing of it is lost on the way. The
 * grammar is {@code Sentences.g4}; who writes ({@link orchard.text.SentenceWriter}) and who reads ({@link orchard.text.Sheet}) find names by
 * the same {@link orchard.text.Roll}s. A whole set of sentences is edited as a {@link orchard.text.Revision}.
 */
package orchard.text;
