/** What people are told, how, and when a mail may go out. Entry points: {@link evenharbor.core.who.notice.NoticeKind}, {@link evenharbor.core.who.notice.MailTime}. */
package evenharbor.core.who.notice;
