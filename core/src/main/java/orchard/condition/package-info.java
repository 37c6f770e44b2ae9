/**
 * What has to hold for something to be done or shown: comparisons, states, and all, any and none of them. May use {@link orchard.gear} and what is below it.
 * Start at {@link orchard.condition.Condition}; a new one is a file, a line in each list there, and how it is asked in {@code engine.ConditionCompiler}.
 */
package orchard.condition;
