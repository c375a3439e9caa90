package evenharbor.core.when.retention;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.SpaceUse;
import evenharbor.core.when.retention.RetentionRule.Candidate;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which versions go, what is marked, and who holds how much. */
class RetentionRuleTest {

    private static final Instant NOW = Instant.parse("2026-11-29T12:00:00Z");
    private static final RetentionRule RULE = new RetentionRule(10, 20, 60, Optional.of(200));

    private static Candidate version(int number, String at) {
        return new Candidate(number, Instant.parse(at), false);
    }

    @Test
    void ofEachDayThenWeekThenMonthTheLastStays() {
        List<Candidate> all = List.of(
                version(1, "2026-04-01T10:00:00Z"), // older than all that is kept
                version(2, "2026-07-01T10:00:00Z"), // not the last of July
                version(3, "2026-07-30T10:00:00Z"),
                version(4, "2026-10-20T10:00:00Z"), // Tuesday, not the last of its week
                version(5, "2026-10-22T10:00:00Z"),
                version(6, "2026-11-12T08:00:00Z"), // not the last of its day
                version(7, "2026-11-12T09:00:00Z"),
                version(8, "2026-11-28T09:00:00Z"),
                version(9, "2026-11-28T09:00:01Z"));
        assertThat(RULE.dropped(all, NOW, ZoneOffset.UTC)).containsExactlyInAnyOrder(1, 2, 4, 6);
        List<Candidate> spared =
                all.stream().map(v -> new Candidate(v.number(), v.at(), true)).toList();
        assertThat(RULE.dropped(spared, NOW, ZoneOffset.UTC)).isEmpty();
    }

    @Test
    void daysAreThoseOfTheZone() {
        List<Candidate> night = List.of(version(1, "2026-11-14T23:30:00Z"), version(2, "2026-11-15T01:00:00Z"));
        assertThat(RULE.dropped(night, NOW, ZoneOffset.UTC)).isEmpty();
        assertThat(RULE.dropped(night, NOW, ZoneId.of("Europe/Berlin"))).containsExactly(1);
    }

    @ParameterizedTest
    @CsvSource({
        "30,90,365,,true",
        "1,1,1,1,true",
        "0,1,1,,false",
        "5,4,6,,false",
        "5,6,5,,false",
        "5,6,9,8,false",
        "5,6,9,3651,false",
        "5,6,4000,,false"
    })
    void theAgesGrow(int all, int daily, int weekly, Integer monthly, boolean fine) {
        assertThat(new RetentionRule(all, daily, weekly, Optional.ofNullable(monthly))
                        .fault()
                        .isEmpty())
                .isEqualTo(fine);
    }

    /** Random histories, cleaned up day by day: what is promised of each age is there, and nothing spared ever goes. */
    @Test
    void whatTheRulePromisesIsThereOnEveryDay() {
        for (int seed = 0; seed < 60; seed++) {
            Random random = new Random(seed);
            TreeMap<Integer, Candidate> held = new TreeMap<>();
            TreeMap<Integer, Candidate> made = new TreeMap<>();
            for (int day = 0; day < 260; day++) {
                Instant noon = NOW.plus(Duration.ofDays(day));
                for (int i = random.nextInt(3); i > 0; i--) {
                    int number = made.size() + 1;
                    Candidate fresh =
                            new Candidate(number, noon.minusSeconds(random.nextInt(40_000)), random.nextInt(12) == 0);
                    made.put(number, fresh);
                    held.put(number, fresh);
                }
                RULE.dropped(held.values(), noon, ZoneOffset.UTC).forEach(held::remove);
                promised(seed, made, held, noon);
            }
        }
    }

    private static void promised(
            int seed, TreeMap<Integer, Candidate> made, TreeMap<Integer, Candidate> held, Instant now) {
        for (Candidate version : made.values()) {
            long age = Duration.between(version.at(), now).toDays();
            LocalDate day = version.at().atZone(ZoneOffset.UTC).toLocalDate();
            if (version.spared() || age < RULE.all()) {
                assertThat(held).as("seed %d", seed).containsKey(version.number());
            } else if (age < RULE.daily()) {
                assertThat(held.values())
                        .as("seed %d, day of %s", seed, version)
                        .anyMatch(
                                v -> v.at().atZone(ZoneOffset.UTC).toLocalDate().equals(day));
            } else if (age < RULE.weekly()) {
                assertThat(held.values())
                        .as("seed %d, week of %s", seed, version)
                        .anyMatch(v ->
                                Math.abs(Duration.between(v.at(), version.at()).toDays()) < 7);
            }
        }
        assertThat(held.values())
                .allMatch(v -> v.spared() || Duration.between(v.at(), now).toDays() < 200);
    }

    @Test
    void marksAreFoundAgainAndNothingElse() {
        Random random = new Random(1);
        Set<String> hashes = new TreeSet<>();
        MarkedContents marks = new MarkedContents();
        for (int i = 0; i < 50_000; i++) {
            byte[] bytes = new byte[32];
            random.nextBytes(bytes);
            String hash = HexFormat.of().formatHex(bytes);
            if (i % 2 == 0) {
                hashes.add(hash);
                marks.add(hash);
                marks.add(hash);
            } else {
                assertThat(marks.contains(hash)).isFalse();
            }
        }
        assertThat(marks.count()).isEqualTo(hashes.size());
        assertThat(hashes).allMatch(marks::contains);
    }

    @Test
    void spaceIsCountedOnceAndGivenToWhoeverHoldsItAlone() {
        Random random = new Random(3);
        for (int round = 0; round < 200; round++) {
            Map<Integer, List<List<FileEntry>>> files = new TreeMap<>();
            for (int thing = 0; thing < 4; thing++) {
                List<List<FileEntry>> some = new ArrayList<>(List.of(new ArrayList<>(), new ArrayList<>()));
                for (int i = random.nextInt(6); i > 0; i--) {
                    int content = random.nextInt(10);
                    some.get(random.nextInt(2))
                            .add(new FileEntry(String.valueOf(content), 1L << content, "text/html", true));
                }
                files.put(thing, some);
            }
            SpaceUse<Integer> use = SpaceUse.of(files);
            Map<Integer, Set<String>> held = files.entrySet().stream()
                    .collect(Collectors.toMap(
                            Map.Entry::getKey,
                            e -> e.getValue().stream()
                                    .flatMap(List::stream)
                                    .map(FileEntry::hash)
                                    .collect(Collectors.toSet())));
            assertThat(use.bytes())
                    .isEqualTo(held.values().stream()
                            .flatMap(Set::stream)
                            .distinct()
                            .mapToLong(c -> 1L << Integer.parseInt(c))
                            .sum());
            held.forEach((thing, contents) -> assertThat(use.alone().get(thing))
                    .isEqualTo(contents.stream()
                            .filter(c -> held.entrySet().stream()
                                    .noneMatch(e -> !e.getKey().equals(thing)
                                            && e.getValue().contains(c)))
                            .mapToLong(c -> 1L << Integer.parseInt(c))
                            .sum()));
        }
    }
}
