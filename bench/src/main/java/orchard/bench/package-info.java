/**
 * Benchmarks against the budgets, each with its reference program in the same run. {@code ./orchard bench} runs them all;
 * none of them is a test. Start reading at {@link orchard.bench.Bench}.
 */
package orchard.bench;
