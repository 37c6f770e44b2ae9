package orchard.text;

/**
 * What cannot be understood in a text.
 *
 * @param line from 1
 * @param column from 1, in characters
 * @param message what was found there, and what was expected
 */
public record Problem(int line, int column, String message) {}
