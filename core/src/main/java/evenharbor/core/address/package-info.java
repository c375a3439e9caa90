/**
 * Names a site can be reached at: reading what was typed, saying what is wrong with it and what will age,
 * and finding names that are close. Entry point: {@link evenharbor.core.address.NameReading}.
 */
package evenharbor.core.address;
