package evenharbor.core.where.address;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Function;
import java.util.function.IntPredicate;

/**
 * The addresses of one site, the earliest first. There is never more than one main address; and there is one as soon as
 * any other serves the same pages or forwards, because those follow it.
 */
public final class SiteAddresses {

    private final List<SiteAddress> list;

    private SiteAddresses(List<SiteAddress> list) {
        this.list = List.copyOf(list);
    }

    /** These addresses. */
    public static SiteAddresses of(List<SiteAddress> addresses) {
        return new SiteAddresses(addresses);
    }

    /** What comes of a wish to change something. */
    public sealed interface Outcome permits Done, Refused {

        /** Goes on from what is done; a refusal stays one. */
        default Outcome then(Function<SiteAddresses, Outcome> next) {
            return this instanceof Done done ? next.apply(done.addresses()) : this;
        }
    }

    /** The addresses as they will be. */
    public record Done(SiteAddresses addresses) implements Outcome {}

    /** Nothing changes. */
    public record Refused(Reason reason, String sentence) implements Outcome {}

    /** Why a role cannot be had. */
    public enum Reason {
        NOT_THERE,
        MAIN_NEEDED,
        NO_MAIN_TO_FOLLOW,
        NO_SUCH_VERSION,
        BAD_TARGET,
        LEADS_TO_ITSELF
    }

    /**
     * A wish for a role.
     *
     * @param role the role
     * @param version for a trial, the version; empty for the draft
     * @param target for a pointer, the typed URL
     */
    public record Wish(Role role, OptionalInt version, String target) {

        /** A role that needs no more. */
        public static Wish of(Role role) {
            return new Wish(role, OptionalInt.empty(), "");
        }

        /** A wish for a pointer to a URL. */
        public static Wish pointer(String url) {
            return new Wish(Role.POINTER, OptionalInt.empty(), url);
        }

        /** What the name with, or without, {@code www} does beside one that has this wish: it forwards, or does the same. */
        public Wish ofPair() {
            return role.serves() ? of(Role.FORWARDING) : this;
        }

        /** The wish to do what an address does. */
        static Wish as(SiteAddress address) {
            return new Wish(
                    address.role(), address.trialVersion(), address.pointsTo().orElse(""));
        }
    }

    /**
     * What is true besides the addresses.
     *
     * @param live whether the site is live
     * @param versions whether there is a version of that number
     * @param pointers where a URL leads on to, when it is one of the account's own pointers
     */
    public record Circumstances(boolean live, IntPredicate versions, Function<String, Optional<String>> pointers) {}

    /** All of them. */
    public List<SiteAddress> list() {
        return list;
    }

    /** The main one. */
    public Optional<SiteAddress> main() {
        return list.stream().filter(a -> a.role() == Role.MAIN).findFirst();
    }

    /** The one with this id. */
    public Optional<SiteAddress> find(String id) {
        return list.stream().filter(a -> a.id().equals(id)).findFirst();
    }

    /** Adds one. The first that serves is the main one, whatever was wished. */
    public Outcome with(SiteAddress address, Wish wish, Circumstances around) {
        boolean first = main().isEmpty() && wish.role().serves();
        List<SiteAddress> more = new ArrayList<>(list);
        more.add(address.as(Role.POINTER));
        SiteAddresses grown = new SiteAddresses(more);
        return grown.changed(address.id(), first ? Wish.of(Role.MAIN) : wish, around);
    }

    /** Gives one another role. What was the main one becomes an alias. */
    public Outcome changed(String id, Wish wish, Circumstances around) {
        Optional<SiteAddress> found = find(id);
        if (found.isEmpty()) {
            return notThere();
        }
        SiteAddress address = found.get();
        boolean leaves = address.role() == Role.MAIN && wish.role() != Role.MAIN;
        if (leaves && (around.live() || wish.role().follows())) {
            return new Refused(
                    Reason.MAIN_NEEDED,
                    "A site has exactly one main address, and this is it. Make another one the main address first.");
        }
        return switch (wish.role()) {
            case MAIN ->
                new Done(mapped(
                        a -> a.id().equals(id) ? a.as(Role.MAIN) : a.role() == Role.MAIN ? a.as(Role.ALIAS) : a));
            case ALIAS, FORWARDING ->
                main().isEmpty()
                        ? new Refused(
                                Reason.NO_MAIN_TO_FOLLOW,
                                "There is no main address to lead to. Give the site a main address first.")
                        : replaced(address.as(wish.role()));
            case TRIAL -> trial(address, wish.version(), around);
            case POINTER -> pointer(address, wish.target(), around);
        };
    }

    private static Refused notThere() {
        return new Refused(Reason.NOT_THERE, "This address is no longer the site's. Nothing was changed.");
    }

    /**
     * Puts a new name in the place of one: it takes over what the old one did. The old one forwards from then on, or, when
     * visitors never got the live pages there, points to the new one.
     *
     * @param fresh the new address
     * @param url what visitors of the new address open
     */
    public Outcome renamed(String id, SiteAddress fresh, String url, Circumstances around) {
        Optional<SiteAddress> old = find(id);
        if (old.isEmpty()) {
            return notThere();
        }
        Wish left = old.get().role().serves() ? Wish.of(Role.FORWARDING) : Wish.pointer(url);
        return with(fresh, Wish.as(old.get()), around).then(with -> with.changed(id, left, around));
    }

    private Outcome trial(SiteAddress address, OptionalInt version, Circumstances around) {
        if (version.isPresent() && !around.versions().test(version.getAsInt())) {
            return new Refused(
                    Reason.NO_SUCH_VERSION,
                    "There is no version " + version.getAsInt() + ". Choose the draft, or one of those that are kept.");
        }
        return replaced(address.trialOf(version));
    }

    private Outcome pointer(SiteAddress address, String typed, Circumstances around) {
        PointerTarget target = PointerTarget.of(typed);
        if (target.fault().isPresent()) {
            return new Refused(Reason.BAD_TARGET, target.fault().get());
        }
        String url = target.url().orElseThrow();
        Optional<String> next = Optional.of(url);
        for (int hops = 0; next.isPresent(); hops++) {
            if (PointerTarget.leadsTo(next.get(), address.host(), address.path()) || hops > 8) {
                return new Refused(
                        Reason.LEADS_TO_ITSELF,
                        "Visitors would go round in a ring: " + url + " leads back to " + address.words()
                                + ". Choose another target.");
            }
            next = around.pointers().apply(next.get());
        }
        return replaced(address.pointingTo(url));
    }

    /** Takes one away. */
    public SiteAddresses without(String id) {
        return new SiteAddresses(list.stream().filter(a -> !a.id().equals(id)).toList()).withHeir();
    }

    /** When the main one is gone, the earliest alias becomes it, or else the earliest forwarding one. */
    private SiteAddresses withHeir() {
        if (main().isPresent()) {
            return this;
        }
        Optional<SiteAddress> heir = first(Role.ALIAS).or(() -> first(Role.FORWARDING));
        return heir.map(h -> mapped(a -> a.equals(h) ? a.as(Role.MAIN) : a)).orElse(this);
    }

    private Optional<SiteAddress> first(Role role) {
        return list.stream().filter(a -> a.role() == role).findFirst();
    }

    private Outcome replaced(SiteAddress changed) {
        return new Done(mapped(a -> a.id().equals(changed.id()) ? changed : a).withHeir());
    }

    private SiteAddresses mapped(Function<SiteAddress, SiteAddress> change) {
        return new SiteAddresses(list.stream().map(change).toList());
    }
}
