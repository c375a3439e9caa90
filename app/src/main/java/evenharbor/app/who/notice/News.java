package evenharbor.app.who.notice;

import evenharbor.core.who.notice.NoticeKind;
import java.util.Optional;

/**
 * Something that people should know.
 *
 * @param accountId the account it belongs to
 * @param siteId the site it is of; empty for what belongs to none
 * @param key by which it is the same: each person hears of it once
 * @param title what happened, as the subject of a mail
 * @param what what happened, in a sentence or two
 * @param unchanged what is as before
 * @param todo what to do, as the words of a link
 * @param place where that is done, a path of the application
 */
public record News(
        String accountId,
        Optional<String> siteId,
        NoticeKind kind,
        String key,
        String title,
        String what,
        String unchanged,
        String todo,
        String place) {}
