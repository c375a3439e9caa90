/** What visitors of this harbor meet. */
package evenharbor.core.harbor;
