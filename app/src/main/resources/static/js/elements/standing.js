// Where an element stands: what its own fingers say while they are on it and for a moment after, else what Orchard told last.
const AFTER = 250;

/**
 * @param draw draws what it is given of value, text and name, or that the value is unknown
 * @param rules whether fingers put it where they are; what is pressed shows what that led to
 */
export function standing(draw, rules = true) {
  const told = {};
  let own = false;
  let until = 0;
  const standing = {
    value: 0,
    /** Orchard told something. */
    told(news) {
      Object.assign(told, news);
      if (news.value !== undefined) delete told.unknown;
      if (news.unknown) delete told.value;
      const { value, unknown, ...rest } = news;
      if (own || performance.now() < until) draw(rest);
      else standing.put(news);
    },
    put(news) {
      standing.value = news.value ?? standing.value;
      draw(news);
    },
    /** A finger here rules it from now on. */
    held() {
      own = rules;
    },
    /** The last finger here left: what Orchard says holds again, once its answers to what the finger did are here. */
    left() {
      if (!rules) return;
      own = false;
      until = performance.now() + AFTER;
      setTimeout(() => !own && performance.now() >= until && standing.put(told), AFTER + 5);
    },
    /** What a finger says is so, and what Orchard told of it before is not. */
    mine(value) {
      told.value = value;
      delete told.unknown;
      standing.put({ value });
    },
  };
  return standing;
}
