/** Who looks after sites, and what they may do. */
package evenharbor.core.who;
