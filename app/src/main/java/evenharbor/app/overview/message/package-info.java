/** Tells other programs what happened: signed messages to URLs that owners name, and a feed. Entry points: {@link evenharbor.app.overview.message.Receivers}, {@link evenharbor.app.overview.message.MessageSender}. */
package evenharbor.app.overview.message;
