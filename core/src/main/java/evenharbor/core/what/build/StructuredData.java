package evenharbor.core.what.build;

import evenharbor.core.what.addition.About;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.core.io.CharacterEscapes;
import tools.jackson.core.io.SerializedString;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.core.json.JsonWriteFeature;
import tools.jackson.databind.json.JsonMapper;

/** Facts about a site as JSON-LD 1.1 with the vocabulary of schema.org, fit to stand in a page. */
final class StructuredData {

    private static final String[] DAYS = {"Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"};

    /** What would end the script that the data stand in, or be read as markup in XHTML. */
    private static final String MARKUP = "<>&";

    private static final JsonMapper JSON = JsonMapper.builder(JsonFactory.builder()
                    .enable(JsonWriteFeature.ESCAPE_NON_ASCII)
                    .characterEscapes(new Escapes())
                    .build())
            .build();

    private static final class Escapes extends CharacterEscapes {
        @Override
        public int[] getEscapeCodesForAscii() {
            int[] codes = standardAsciiEscapesForJSON();
            MARKUP.chars().forEach(c -> codes[c] = ESCAPE_CUSTOM);
            return codes;
        }

        @Override
        public SerializedString getEscapeSequence(int c) {
            return new SerializedString(String.format("\\u%04x", c));
        }
    }

    private StructuredData() {}

    /**
     * The data, in ASCII.
     *
     * @param address the URL of the site; empty when it is not known
     * @param logo the URL of its logo; empty when there is none
     */
    static String of(About about, String address, String logo) {
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("@context", "https://schema.org");
        data.put("@type", about.kind().type());
        put(data, "name", about.name());
        put(data, "description", about.description());
        put(data, "url", address.isEmpty() ? "" : address + "/");
        put(data, about.kind() == About.Kind.PERSON ? "image" : "logo", logo);
        put(data, "email", about.email());
        put(data, "telephone", about.telephone());
        Map<String, Object> place = new LinkedHashMap<>();
        put(place, "streetAddress", about.street());
        put(place, "postalCode", about.postcode());
        put(place, "addressLocality", about.town());
        put(place, "addressCountry", about.country());
        if (!place.isEmpty()) {
            Map<String, Object> typed = new LinkedHashMap<>(Map.of("@type", "PostalAddress"));
            typed.putAll(place);
            data.put("address", typed);
        }
        if (about.kind().place()) {
            hours(about, data);
        }
        if (!about.profiles().isEmpty()) {
            data.put("sameAs", about.profiles());
        }
        return JSON.writeValueAsString(data);
    }

    private static void hours(About about, Map<String, Object> data) {
        List<Map<String, Object>> week = new ArrayList<>();
        for (About.Hours hours : about.hours()) {
            week.add(opening(
                    "dayOfWeek",
                    hours.days().stream().sorted().map(day -> DAYS[day - 1]).toList(),
                    hours.from(),
                    hours.to()));
        }
        if (!week.isEmpty()) {
            data.put("openingHoursSpecification", week);
        }
        List<Map<String, Object>> other = new ArrayList<>();
        for (About.OtherDay day : about.otherDays()) {
            // Opening and closing at the same instant says that it is closed all day.
            boolean closed = day.from().isEmpty();
            Map<String, Object> opening =
                    opening("validFrom", day.date(), closed ? "00:00" : day.from(), closed ? "00:00" : day.to());
            opening.put("validThrough", day.date());
            other.add(opening);
        }
        if (!other.isEmpty()) {
            data.put("specialOpeningHoursSpecification", other);
        }
    }

    private static Map<String, Object> opening(String when, Object value, String from, String to) {
        Map<String, Object> opening = new LinkedHashMap<>();
        opening.put("@type", "OpeningHoursSpecification");
        opening.put(when, value);
        opening.put("opens", from);
        opening.put("closes", to);
        return opening;
    }

    private static void put(Map<String, Object> into, String key, String value) {
        if (!value.isEmpty()) {
            into.put(key, value);
        }
    }
}
