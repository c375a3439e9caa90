package evenharbor.app.when.plan;

import evenharbor.app.harbor.publish.SiteClosures;
import evenharbor.app.hosting.destination.PlannedSendings;
import evenharbor.app.what.live.LifeJson;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.core.what.live.Closing;
import evenharbor.core.when.plan.RedirectDates;
import evenharbor.core.when.plan.Repeat;
import evenharbor.core.when.plan.Schedule;
import evenharbor.core.where.redirect.Redirect;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Component;

/** What a plan does and when, in a sentence. */
@Component
class PlanWords {

    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("d MMM yyyy HH:mm", Locale.ENGLISH);

    private final Addresses addresses;
    private final PlannedSendings sendings;

    PlanWords(Addresses addresses, PlannedSendings sendings) {
        this.addresses = addresses;
        this.sendings = sendings;
    }

    /** What it does, and when. */
    String of(PlanEntity row) {
        Schedule schedule = row.schedule();
        String from = time(schedule.starts());
        String when =
                schedule.ends().map(end -> "from " + from + " to " + time(end)).orElse("on " + from);
        return action(row) + ", " + when
                + schedule.repeat().map(PlanWords::again).orElse("");
    }

    private static String again(Repeat repeat) {
        String unit = repeat.every().name().toLowerCase(Locale.ROOT);
        return repeat.interval() == 1 ? ", every " + unit : ", every " + repeat.interval() + " " + unit + "s";
    }

    private static String time(LocalDateTime time) {
        return TIME.format(time);
    }

    /** What a redirect does by a date of its own. */
    static String dated(RedirectDates.Dated one) {
        Redirect rule = one.rule();
        return "the redirect of " + rule.source().words() + (rule.target().isEmpty() ? "" : " to " + rule.target())
                + (one.begins() ? " begins" : " ends");
    }

    /** What it does. */
    String action(PlanEntity row) {
        return switch (row.kind) {
            case PUBLISH_DRAFT -> "Publish the draft";
            case GO_LIVE -> "Restore version " + row.number;
            case PUT_LIVE -> "Put live";
            case TAKE_DOWN -> row.everywhere ? "Unpublish, at all its addresses" : "Unpublish";
            case CLOSE -> "Close " + SiteClosures.words(LifeJson.read(row.closing, Closing.class));
            case REOPEN -> "Reopen";
            case APPLY_REDIRECTS -> "Apply the redirects";
            case SWITCH_MAIN ->
                "Make "
                        + addresses.find(List.of(row.addressId)).stream()
                                .map(Address::shown)
                                .findFirst()
                                .orElse("an address that is gone")
                        + " the main address";
            case SEND_TO ->
                "Publish to " + sendings.place(row.siteId, row.destinationId).orElse("a host that is gone");
        };
    }
}
