package evenharbor.app.overview.message;

import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.who.message.MessageKind;
import java.util.Optional;

/** What programs are told of something that happened. */
final class MessageWords {

    private MessageWords() {}

    /** Which kind of message tells of it; empty for what no program is told of. */
    static Optional<MessageKind> kind(Activities.Happening happened) {
        ActivityKind what = happened.effect().orElse(happened.kind());
        return switch (what) {
            case PUBLISHED, SENT -> Optional.of(MessageKind.PUBLISHED);
            case UNPUBLISHED, CLOSED, SITE_DELETED -> Optional.of(MessageKind.TAKEN_DOWN);
            case PUT_LIVE, REOPENED, SITE_BROUGHT_BACK -> Optional.of(MessageKind.RESTORED);
            case PUBLISH_FAILED, UPLOAD_FAILED, SEND_FAILED, PLAN_LEFT_OUT -> Optional.of(MessageKind.FAILED);
            case ADDRESS_DRIFTED, CERTIFICATE_ENDS, DOMAIN_LOST -> Optional.of(MessageKind.NAME_STOPPED);
            default -> Optional.empty();
        };
    }

    /** What happened, to stand between the site and the detail. */
    static String words(ActivityKind kind) {
        return switch (kind) {
            case SITE_CREATED -> "created";
            case SITE_CHANGED -> "settings changed";
            case SITE_DELETED -> "deleted";
            case SITE_BROUGHT_BACK -> "brought back";
            case DRAFT_CHANGED -> "draft changed";
            case VERSION_SAVED -> "version saved";
            case VERSION_CHANGED -> "version edited";
            case ADDRESS_CLAIMED -> "address claimed";
            case ADDRESS_CHANGED -> "address changed";
            case ADDRESS_RELEASED -> "address released";
            case RIGHTS_CONFIRMED -> "right to publish confirmed";
            case PUBLISHED -> "published";
            case PUBLISH_FAILED -> "publish failed";
            case UPLOAD_FAILED -> "files of a program not taken over";
            case UNPUBLISHED -> "taken down";
            case PUT_LIVE -> "live again";
            case CLOSED -> "closed";
            case REOPENED -> "reopened";
            case PLANNED -> "planned";
            case PLAN_CHANGED -> "plan changed";
            case PLAN_CALLED_OFF -> "plan called off";
            case PLAN_CARRIED_OUT -> "carried out as planned";
            case PLAN_CARRIED_OUT_LATE -> "carried out late";
            case PLAN_LEFT_OUT -> "left out, though planned";
            case RESTORED -> "copied into the draft";
            case DOMAIN_REGISTERED -> "domain registered";
            case DOMAIN_BROUGHT -> "domain connected";
            case DOMAIN_PROVEN -> "domain verified";
            case DOMAIN_CHANGED -> "domain changed";
            case DOMAIN_RENEWED -> "domain renewed";
            case DOMAIN_ENDS -> "domain ends";
            case DOMAIN_LOST -> "domain lost";
            case DOMAIN_LET_GO -> "domain disconnected";
            case ZONE_CHANGED -> "zone changed";
            case ADDRESS_DRIFTED -> "address stopped working";
            case REVIEW_ASKED -> "review asked for";
            case REVIEW_COMMENTED -> "review commented";
            case REVIEW_AGREED -> "review agreed to";
            case REVIEW_SENT_BACK -> "review sent back";
            case REVIEW_WITHDRAWN -> "review withdrawn";
            case REVIEW_RULE -> "review rule changed";
            case AUDIENCE_CHANGED -> "who gets in changed";
            case HTTPS_CHANGED -> "HTTPS changed";
            case CERTIFICATE_HELD -> "certificate issued";
            case CERTIFICATE_ENDS -> "certificate needs attention";
            case REDIRECTS_CHANGED -> "redirects changed";
            case REDIRECTS_APPLIED -> "redirects applied";
            case HOST_CHANGED -> "host changed";
            case DESTINATION_CHANGED -> "destination changed";
            case SENT -> "published to a host";
            case SEND_FAILED -> "publishing to a host failed";
            case HOST_CHECKED -> "host checked";
        };
    }
}
