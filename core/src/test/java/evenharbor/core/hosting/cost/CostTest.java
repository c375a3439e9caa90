package evenharbor.core.hosting.cost;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** Each payment falls on its day with its price; currencies are kept apart. */
class CostTest {

    private static final LocalDate DAY = LocalDate.of(2026, 11, 30);

    private static Cost cost(Cost.Paid paid, long price, LocalDate since) {
        return new Cost(
                "Host",
                Optional.empty(),
                "EUR",
                paid,
                price,
                Optional.empty(),
                0,
                Optional.empty(),
                Optional.empty(),
                since,
                Optional.empty());
    }

    private static Cost with(Cost c, Long first, int discount, LocalDate until, Long offer, LocalDate ends) {
        return new Cost(
                c.what(),
                c.siteId(),
                c.currency(),
                c.paid(),
                c.price(),
                Optional.ofNullable(first),
                discount,
                Optional.ofNullable(until),
                Optional.ofNullable(offer),
                c.since(),
                Optional.ofNullable(ends));
    }

    @Test
    void aYearHasTwelveMonthsAndOneYearlyPayment() {
        assertThat(cost(Cost.Paid.MONTHLY, 500, DAY.minusYears(3)).inYear(DAY)).isEqualTo(6000);
        assertThat(cost(Cost.Paid.YEARLY, 1200, LocalDate.of(2020, 2, 29)).payments(DAY, DAY.plusYears(2)))
                .containsExactly(
                        new Cost.Payment(LocalDate.of(2027, 2, 28), 1200),
                        new Cost.Payment(LocalDate.of(2028, 2, 29), 1200));
        assertThat(cost(Cost.Paid.ONCE, 900, DAY.plusDays(3)).inYear(DAY)).isEqualTo(900);
        assertThat(cost(Cost.Paid.ONCE, 900, DAY.minusDays(3)).inYear(DAY)).isZero();
    }

    @Test
    void theFirstYearAndADiscountHoldForTheirTimeAndHalvesGoUp() {
        Cost first = with(cost(Cost.Paid.MONTHLY, 500, DAY.minusMonths(6)), 100L, 0, null, null, null);
        assertThat(first.inYear(DAY)).isEqualTo(6 * 100 + 6 * 500);
        Cost less = with(cost(Cost.Paid.YEARLY, 1205, DAY), null, 10, DAY, null, null);
        assertThat(less.payments(DAY, DAY.plusYears(2)))
                .extracting(Cost.Payment::amount)
                .containsExactly(1085L, 1205L);
        Cost ending = with(cost(Cost.Paid.MONTHLY, 500, DAY), null, 0, null, null, DAY.plusMonths(3));
        assertThat(ending.inYear(DAY)).isEqualTo(1500);
    }

    @Test
    void payingAtOnceSavesWhatItSaves() {
        Cost monthly = cost(Cost.Paid.MONTHLY, 500, DAY);
        assertThat(with(monthly, null, 0, null, 5000L, null).saving(DAY)).contains(1000L);
        assertThat(with(monthly, null, 0, null, 6000L, null).saving(DAY)).isEmpty();
        assertThat(with(monthly, null, 0, null, 5000L, DAY.plusMonths(2)).saving(DAY))
                .isEmpty();
    }

    @Test
    void currenciesAreKeptApart() {
        Cost francs = new Cost(
                "Domain",
                Optional.of("site"),
                "CHF",
                Cost.Paid.YEARLY,
                1500,
                Optional.empty(),
                0,
                Optional.empty(),
                Optional.empty(),
                DAY.minusMonths(1),
                Optional.empty());
        List<YearOfCosts> years = YearOfCosts.of(List.of(cost(Cost.Paid.MONTHLY, 500, DAY), francs), DAY);
        assertThat(years).extracting(YearOfCosts::currency).containsExactly("CHF", "EUR");
        assertThat(years).extracting(YearOfCosts::all).containsExactly(1500L, 6000L);
        assertThat(years.get(0).bySite()).containsEntry("site", 1500L);
    }

    @Test
    void whatEndsWithinTheYearIsToldInOrder() {
        Cost host = with(cost(Cost.Paid.MONTHLY, 500, DAY.minusMonths(2)), 100L, 10, DAY.plusDays(9), null, null);
        Cost old = with(cost(Cost.Paid.YEARLY, 500, DAY), null, 0, null, null, DAY.plusYears(3));
        assertThat(YearOfCosts.turns(List.of(old, host), DAY))
                .extracting(YearOfCosts.Turn::on)
                .containsExactly(DAY.plusDays(9), DAY.plusMonths(10));
    }

    @Property(tries = 200)
    void anyTwoYearsInARowAreTheirTwoYears(
            @ForAll @IntRange(max = 1500) int ago, @ForAll @IntRange(max = 99_999) int price) {
        for (Cost.Paid paid : Cost.Paid.values()) {
            Cost cost = cost(paid, price, DAY.minusDays(ago));
            long both = cost.payments(DAY, DAY.plusYears(2)).stream()
                    .mapToLong(Cost.Payment::amount)
                    .sum();
            assertThat(cost.inYear(DAY) + cost.inYear(DAY.plusYears(1))).isEqualTo(both);
        }
    }
}
