/** Copies of sites at hosts elsewhere. */
package evenharbor.app.hosting;
