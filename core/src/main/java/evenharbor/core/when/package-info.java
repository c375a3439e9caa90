/** When things are live: planned changes, and what stands at any instant. */
package evenharbor.core.when;
