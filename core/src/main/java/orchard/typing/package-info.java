/**
 * Types keys into other programs: the right window first, seen to be in front at every key. May use {@link orchard.signal}. Start at
 * {@link orchard.typing.Typist}.
 */
package orchard.typing;
