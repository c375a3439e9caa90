/** When things are live: changes planned ahead. */
package evenharbor.app.when;
