/** What people are told of, in the application and by mail. Entry point: {@link evenharbor.app.who.notice.Notices}. */
package evenharbor.app.who.notice;
