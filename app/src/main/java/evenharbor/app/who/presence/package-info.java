/** Who has which site open just now. */
package evenharbor.app.who.presence;
