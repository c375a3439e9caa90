/** Measures the application as ratios against stated limits. Entry point: {@link evenharbor.bench.Bench}. */
package evenharbor.bench;
