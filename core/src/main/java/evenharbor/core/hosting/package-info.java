/** Copies of sites at hosts elsewhere. */
package evenharbor.core.hosting;
