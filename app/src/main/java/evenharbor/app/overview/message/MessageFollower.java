package evenharbor.app.overview.message;

import evenharbor.app.common.watch.Watch;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.who.access.People;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityFollowers;
import evenharbor.core.where.address.Role;
import evenharbor.core.who.message.MessageKind;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;

/** Reads what happened, in its order, and writes a message for each program that wants to hear of it. */
@Component
class MessageFollower {

    private static final String NAME = "messages";

    private final ActivityFollowers followers;
    private final Receivers receivers;
    private final Messages messages;
    private final Sites sites;
    private final Addresses addresses;
    private final People people;

    MessageFollower(
            ActivityFollowers followers,
            Receivers receivers,
            Messages messages,
            Sites sites,
            Addresses addresses,
            People people) {
        this.followers = followers;
        this.receivers = receivers;
        this.messages = messages;
        this.sites = sites;
        this.addresses = addresses;
        this.people = people;
    }

    @Configuration
    static class Work {
        @Bean
        Watch messageFollowing(ObjectProvider<MessageFollower> follower) {
            return new Watch(
                    "message-following",
                    Duration.ofSeconds(1),
                    "exists (select 1 from activity a, follower f where f.name = 'messages' and a.id > f.position) or exists (select 1 from activity where at > :lately)",
                    () -> follower.getObject().follow());
        }
    }

    void follow() {
        followers.follow(NAME, this::tell);
    }

    private void tell(Activities.Happening happened) {
        Optional<MessageKind> kind = MessageWords.kind(happened);
        if (kind.isEmpty()) {
            return;
        }
        List<Receiver> wanting = receivers.of(happened.accountId()).stream()
                .filter(each -> each.wants(kind.get(), happened.siteId()))
                .toList();
        if (wanting.isEmpty()) {
            return;
        }
        Body body = new Body(
                kind.get(),
                happened.at().toString(),
                happened.id(),
                sites.find(happened.siteId()).map(this::site).orElse(null),
                MessageWords.words(happened.kind()) + (happened.detail().isEmpty() ? "" : ": " + happened.detail()),
                happened.personId().isEmpty()
                        ? ""
                        : people.names(List.of(happened.personId())).of(happened.personId()));
        wanting.forEach(each -> messages.write(each.id(), Optional.of(happened.id()), kind.get(), body, happened.at()));
    }

    Body.SiteBody site(Site site) {
        return new Body.SiteBody(
                site.id(),
                site.title(),
                addresses.of(site.id()).stream()
                        .filter(address -> address.role() == Role.MAIN)
                        .map(Address::url)
                        .findFirst()
                        .orElse(null));
    }
}
