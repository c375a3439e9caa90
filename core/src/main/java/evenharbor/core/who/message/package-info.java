/** What other programs are told of, how a message is signed, and when it is sent again. Entry points: {@link evenharbor.core.who.message.MessageKind}, {@link evenharbor.core.who.message.SignedRequest}, {@link evenharbor.core.who.message.MessageLife}. */
package evenharbor.core.who.message;
