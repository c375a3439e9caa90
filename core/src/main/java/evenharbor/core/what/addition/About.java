package evenharbor.core.what.addition;

import java.util.List;
import java.util.Locale;
import java.util.Objects;

/**
 * Facts about whom or what a site is of. What is empty is not set.
 *
 * @param name of the person, place or thing
 * @param kind what it is, in the words of schema.org
 * @param description one sentence
 * @param email to write to
 * @param telephone as it is dialled
 * @param street street and house number
 * @param postcode the postal code
 * @param town the place
 * @param country two letters (ISO 3166-1)
 * @param hours when it is open, in the order of the week
 * @param otherDays days that are not as the week is
 * @param profiles its pages elsewhere, as URLs
 * @param logo a picture of the site, by path
 * @param security where to report faults in security: a mail address or a URL; for {@code security.txt}
 */
public record About(
        String name,
        Kind kind,
        String description,
        String email,
        String telephone,
        String street,
        String postcode,
        String town,
        String country,
        List<Hours> hours,
        List<OtherDay> otherDays,
        List<String> profiles,
        String logo,
        String security) {

    /** What a site is of, with the type that schema.org has for it. */
    public enum Kind {
        /** It is not said. */
        UNSAID("Organization"),
        PERSON("Person"),
        ORGANIZATION("Organization"),
        LOCAL_BUSINESS("LocalBusiness"),
        SHOP("Store"),
        RESTAURANT("Restaurant"),
        CAFE("CafeOrCoffeeShop"),
        SCHOOL("School"),
        CLUB("SportsClub"),
        MUSEUM("Museum"),
        EVENT_VENUE("EventVenue"),
        PERFORMING_GROUP("PerformingGroup");

        private final String type;

        Kind(String type) {
            this.type = type;
        }

        /** The type of schema.org. */
        public String type() {
            return type;
        }

        /** Whether it has a place that people come to, and hours. */
        public boolean place() {
            return this != UNSAID && this != PERSON && this != ORGANIZATION && this != PERFORMING_GROUP;
        }
    }

    /**
     * Hours of one or more days of the week.
     *
     * @param days 1 for Monday to 7 for Sunday
     * @param from as {@code 09:00}
     * @param to as {@code 17:30}
     */
    public record Hours(List<Integer> days, String from, String to) {
        /** Copies the days: a week has no others. */
        public Hours {
            if (!days.stream().allMatch(day -> day >= 1 && day <= DAYS)) {
                throw new IllegalArgumentException("Days are 1 for Monday to 7 for Sunday");
            }
            days = List.copyOf(days);
        }
    }

    /** A day that is not as the week is. @param date as {@code 2026-12-24} @param from empty when it is closed */
    public record OtherDay(String date, String from, String to) {
        /** Takes what is absent for closed. */
        public OtherDay {
            from = Objects.requireNonNullElse(from, "");
            to = Objects.requireNonNullElse(to, "");
        }
    }

    private static final int DAYS = 7;

    /** Nothing is set. */
    public static final About NONE =
            new About(null, null, null, null, null, null, null, null, null, null, null, null, null, null);

    /** Takes what is absent for not set. */
    public About {
        name = PageSettings.clean(name);
        kind = Objects.requireNonNullElse(kind, Kind.UNSAID);
        description = PageSettings.clean(description);
        email = PageSettings.clean(email);
        telephone = PageSettings.clean(telephone);
        street = PageSettings.clean(street);
        postcode = PageSettings.clean(postcode);
        town = PageSettings.clean(town);
        country = PageSettings.clean(country).toUpperCase(Locale.ROOT);
        hours = hours == null ? List.of() : List.copyOf(hours);
        otherDays = otherDays == null ? List.of() : List.copyOf(otherDays);
        profiles = profiles == null ? List.of() : List.copyOf(profiles);
        logo = PageSettings.clean(logo).replaceFirst("^/+", "");
        security = PageSettings.clean(security);
    }
}
