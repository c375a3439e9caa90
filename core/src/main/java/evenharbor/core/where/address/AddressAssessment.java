package evenharbor.core.where.address;

import evenharbor.core.where.address.AddressFacts.Claim;
import evenharbor.core.where.address.AddressFacts.DomainFact;
import evenharbor.core.where.address.AddressFacts.DomainStanding;
import evenharbor.core.where.address.AddressFacts.Holder;
import evenharbor.core.where.domain.Price;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * What a typed address would mean for a site: what sort it is, whether it can be had, what will happen.
 *
 * @param reading what was typed, cleaned
 * @param nature what sort of address it is
 * @param standing whether it can be had
 * @param explanation what will happen, or why it cannot be, in a sentence
 * @param roles the roles that make sense, the likeliest first; none when it cannot be had
 * @param price what it costs, where it has to be bought
 * @param pair the name with, or without, {@code www} that goes with it and is free
 * @param hiddenPages how many pages at that name would no longer be reached
 */
public record AddressAssessment(
        AddressReading reading,
        Nature nature,
        Standing standing,
        String explanation,
        List<Role> roles,
        Optional<Price> price,
        Optional<HostName> pair,
        int hiddenPages) {

    private static final List<Role> ALL = List.of(Role.MAIN, Role.ALIAS, Role.FORWARDING, Role.TRIAL, Role.POINTER);
    private static final List<Role> UNDER_A_PATH = List.of(Role.MAIN, Role.TRIAL, Role.ALIAS, Role.POINTER);

    /** What sort of address was typed. */
    public enum Nature {
        HARBOR,
        UNDER_DOMAIN,
        TO_BUY,
        TO_BRING,
        PATH,
        NONE
    }

    /** Whether it can be had. */
    public enum Standing {
        FREE,
        HERE,
        OWN,
        TAKEN,
        HELD,
        RESERVED,
        MALFORMED,
        DOMAIN_OTHERS,
        DOMAIN_FIRST,
        NAME_FIRST,
        UNKNOWN
    }

    /** Whether it can be claimed as it is. */
    public boolean free() {
        return standing == Standing.FREE;
    }

    /** Makes sense of a reading. */
    public static AddressAssessment of(AddressReading reading, AddressFacts facts, Instant now) {
        if (reading.fault().isPresent()) {
            return plain(
                    reading,
                    Nature.NONE,
                    Standing.MALFORMED,
                    reading.fault().get().sentence());
        }
        HostName host = reading.host().orElseThrow();
        if (reading.harbor() && ReservedNames.contains(host.labels().get(0))) {
            return plain(
                    reading,
                    Nature.HARBOR,
                    Standing.RESERVED,
                    "“" + host.labels().get(0) + "” is kept for the harbor itself.");
        }
        Optional<AddressAssessment> held =
                facts.claim(host, reading.path()).flatMap(claim -> held(reading, claim, now));
        if (held.isPresent()) {
            return held.get();
        }
        if (reading.mounted()) {
            return underPath(reading, host, facts);
        }
        return reading.harbor() ? harbor(reading, host, facts) : ofDomain(reading, host, facts);
    }

    private static AddressAssessment plain(
            AddressReading reading, Nature nature, Standing standing, String explanation) {
        return new AddressAssessment(
                reading, nature, standing, explanation, List.of(), Optional.empty(), Optional.empty(), 0);
    }

    private static Nature nature(AddressReading reading) {
        return reading.mounted() ? Nature.PATH : reading.harbor() ? Nature.HARBOR : Nature.UNDER_DOMAIN;
    }

    private static Optional<AddressAssessment> held(AddressReading reading, Claim claim, Instant now) {
        String name = reading.words();
        if (claim.heldUntil().isPresent()) {
            boolean over = !claim.heldUntil().get().isAfter(now);
            return over || claim.holder() != Holder.OTHERS
                    ? Optional.empty()
                    : Optional.of(plain(
                            reading,
                            nature(reading),
                            Standing.HELD,
                            name + " was given up by someone a short while ago, and is held back for them."));
        }
        return Optional.of(
                switch (claim.holder()) {
                    case THIS_SITE ->
                        plain(
                                reading,
                                nature(reading),
                                Standing.HERE,
                                name + " is one of this site's addresses already.");
                    case OWN_SITE ->
                        plain(
                                reading,
                                nature(reading),
                                Standing.OWN,
                                name + " belongs to your site " + claim.title() + ".");
                    case OTHERS -> plain(reading, nature(reading), Standing.TAKEN, name + " is taken.");
                });
    }

    private static List<Role> possible(List<Role> roles, AddressFacts facts) {
        return facts.mainThere()
                ? roles
                : roles.stream().filter(role -> !role.follows()).toList();
    }

    private static AddressAssessment harbor(AddressReading reading, HostName host, AddressFacts facts) {
        return new AddressAssessment(
                reading,
                Nature.HARBOR,
                Standing.FREE,
                host + " is free. It costs nothing and works at once.",
                possible(ALL, facts),
                Optional.empty(),
                Optional.empty(),
                0);
    }

    private static AddressAssessment underPath(AddressReading reading, HostName host, AddressFacts facts) {
        Optional<Claim> whole = facts.claim(host, AddressReading.ROOT)
                .filter(claim -> claim.heldUntil().isEmpty());
        boolean domainMine = reading.domain().isPresent()
                && facts.domain(reading.domain().get()).standing() == DomainStanding.MINE;
        if (whole.isEmpty() && !domainMine) {
            return plain(
                    reading,
                    Nature.PATH,
                    Standing.NAME_FIRST,
                    host.unicode() + " is none of your addresses yet. Claim the name first, then a path under it.");
        }
        if (whole.isPresent() && whole.get().holder() == Holder.OTHERS) {
            return plain(
                    reading,
                    Nature.PATH,
                    Standing.TAKEN,
                    host.unicode() + " belongs to someone else, with all paths under it.");
        }
        int hidden = facts.hiddenPages(host, reading.path());
        String pages = hidden == 0
                ? ""
                : " It hides " + hidden + (hidden == 1 ? " page" : " pages") + " of the site at that name.";
        return new AddressAssessment(
                reading,
                Nature.PATH,
                Standing.FREE,
                "The site will live under " + reading.words() + ", with its links built for that path." + pages,
                possible(UNDER_A_PATH, facts),
                Optional.empty(),
                Optional.empty(),
                hidden);
    }

    private static AddressAssessment ofDomain(AddressReading reading, HostName host, AddressFacts facts) {
        HostName domain = reading.domain().orElseThrow();
        DomainFact fact = facts.domain(domain);
        Optional<HostName> pair = pair(host, domain)
                .filter(other -> facts.claim(other, AddressReading.ROOT)
                        .filter(c -> c.heldUntil().isEmpty())
                        .isEmpty());
        String name = domain.unicode();
        return switch (fact.standing()) {
            case MINE ->
                new AddressAssessment(
                        reading,
                        Nature.UNDER_DOMAIN,
                        Standing.FREE,
                        host.unicode() + " lies under your domain " + name + ". It costs nothing more.",
                        possible(ALL, facts),
                        Optional.empty(),
                        pair,
                        0);
            case MINE_UNPROVEN ->
                new AddressAssessment(
                        reading,
                        Nature.UNDER_DOMAIN,
                        Standing.FREE,
                        host.unicode() + " can be prepared now. Visitors get it once " + name
                                + " is proven to be yours.",
                        possible(ALL, facts),
                        Optional.empty(),
                        pair,
                        0);
            case OTHERS ->
                plain(
                        reading,
                        Nature.UNDER_DOMAIN,
                        Standing.DOMAIN_OTHERS,
                        name + " is proven to be someone else's on this harbor.");
            case FOR_SALE, PREMIUM ->
                new AddressAssessment(
                        reading,
                        Nature.TO_BUY,
                        Standing.DOMAIN_FIRST,
                        name + " is not registered yet. You can register it for "
                                + fact.price().map(Price::words).orElse("a price the registry names") + "."
                                + (fact.standing() == DomainStanding.PREMIUM
                                        ? " The registry asks a premium for it."
                                        : ""),
                        possible(ALL, facts),
                        fact.price(),
                        pair,
                        0);
            case REGISTERED, NOT_SOLD_HERE ->
                new AddressAssessment(
                        reading,
                        Nature.TO_BRING,
                        Standing.DOMAIN_FIRST,
                        fact.standing() == DomainStanding.REGISTERED
                                ? name + " is registered. If it is yours, bring it: a TXT record proves it."
                                : "Names under this ending are not sold here. If " + name
                                        + " is yours, bring it: a TXT record proves it.",
                        possible(ALL, facts),
                        Optional.empty(),
                        pair,
                        0);
            case UNKNOWN ->
                plain(
                        reading,
                        Nature.TO_BRING,
                        Standing.UNKNOWN,
                        "The registry does not answer just now, so we cannot say whether " + name
                                + " is free. Nothing was changed. Try again in a moment.");
        };
    }

    /** The name with {@code www} for a bare domain, the bare one for {@code www}. */
    public static Optional<HostName> pair(HostName host, HostName domain) {
        if (host.equals(domain)) {
            return Optional.of(host.below("www"));
        }
        return host.equals(domain.below("www")) ? Optional.of(domain) : Optional.empty();
    }
}
