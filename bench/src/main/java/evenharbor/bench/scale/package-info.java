/** A harbor with very many sites, of made data. Entry point: {@link evenharbor.bench.scale.ScaleBench}. */
package evenharbor.bench.scale;
