package evenharbor.app.overview.news;

import evenharbor.app.who.activity.Activities;
import evenharbor.core.who.notice.NoticeKind;
import java.util.Optional;

/**
 * What people are told of something that happened.
 *
 * @param once whether each time is news; else the same is told once a day
 */
record NewsWords(
        NoticeKind kind, boolean once, String title, String what, String unchanged, String todo, String place) {

    /** The words for something that happened; empty for what is no news. @param site what the site is called */
    static Optional<NewsWords> of(Activities.Happening happened, String site) {
        String detail = happened.detail();
        String at = "/sites/" + happened.siteId();
        return switch (happened.kind()) {
            case PLAN_CARRIED_OUT ->
                Optional.of(new NewsWords(
                        NoticeKind.PLAN_DONE,
                        true,
                        site + ": carried out as planned",
                        "As planned, Even Harbor did this for " + site + ": " + detail + ".",
                        "",
                        "See what is live",
                        at + "/when"));
            case PLAN_CARRIED_OUT_LATE ->
                Optional.of(new NewsWords(
                        NoticeKind.PLAN_TROUBLE,
                        true,
                        site + ": a plan was carried out late",
                        "Even Harbor did this for " + site + " later than planned: " + detail + ".",
                        "Until then visitors got what they got before.",
                        "See what is live",
                        at + "/when"));
            case PLAN_LEFT_OUT ->
                Optional.of(new NewsWords(
                        NoticeKind.PLAN_TROUBLE,
                        true,
                        site + ": a plan was left out",
                        "This was planned for " + site + " and could not be done: " + detail,
                        "Visitors get what they got before.",
                        "See why, and plan it anew",
                        at + "/when"));
            case ADDRESS_DRIFTED ->
                Optional.of(new NewsWords(
                        NoticeKind.NAME,
                        false,
                        site + ": an address stopped working",
                        detail,
                        "Your pages and the other addresses are as before.",
                        "See what to do",
                        at + "/where"));
            case CERTIFICATE_ENDS ->
                Optional.of(new NewsWords(
                        NoticeKind.CERTIFICATE,
                        false,
                        "A certificate needs attention",
                        detail,
                        "Until it ends, browsers show no warning.",
                        "See what to do",
                        site.isEmpty() ? "/domains" : at + "/where"));
            case DOMAIN_ENDS ->
                Optional.of(new NewsWords(
                        NoticeKind.DOMAIN,
                        false,
                        "A domain needs attention",
                        detail,
                        "",
                        "Renew it, or see what depends on it",
                        "/domains"));
            case DOMAIN_LOST ->
                Optional.of(new NewsWords(
                        NoticeKind.DOMAIN,
                        true,
                        "A domain was lost",
                        detail,
                        "Your sites and their other addresses are as before.",
                        "See what depends on it",
                        "/domains"));
            case SEND_FAILED ->
                Optional.of(new NewsWords(
                        NoticeKind.HOST,
                        false,
                        site + ": publishing to a host failed",
                        detail,
                        "",
                        "See what to do",
                        at + "/where/hosts"));
            case PUBLISH_FAILED ->
                Optional.of(new NewsWords(
                        NoticeKind.PUBLISH,
                        true,
                        site + ": a publish failed",
                        detail,
                        "Visitors get what they got before.",
                        "See what to do",
                        at + "/what/review"));
            case UPLOAD_FAILED ->
                Optional.of(new NewsWords(
                        NoticeKind.PUBLISH,
                        false,
                        site + ": files of a program were not taken over",
                        detail,
                        "Visitors get what they got before.",
                        "See the way in",
                        at + "/what/sftp"));
            default -> Optional.empty();
        };
    }
}
