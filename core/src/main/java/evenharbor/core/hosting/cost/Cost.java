package evenharbor.core.hosting.cost;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Something that is paid for. Amounts are in the smallest unit of the currency.
 *
 * @param what what it is
 * @param siteId the site it is for; empty for all of them
 * @param currency ISO 4217 code
 * @param paid how often
 * @param price each time
 * @param firstYear each time within the first year, where that differs
 * @param discount off the price, in percent; 0 for none
 * @param discountUntil the last day of the discount; empty for as long as it runs
 * @param yearlyOffer what a year would cost if it was paid at once; empty when that is not offered
 * @param since the day of the first payment
 * @param ends the day it ends, when nothing is paid any more; empty while it goes on
 */
public record Cost(
        String what,
        Optional<String> siteId,
        String currency,
        Paid paid,
        long price,
        Optional<Long> firstYear,
        int discount,
        Optional<LocalDate> discountUntil,
        Optional<Long> yearlyOffer,
        LocalDate since,
        Optional<LocalDate> ends) {

    /** How often something is paid. */
    public enum Paid {
        MONTHLY,
        YEARLY,
        ONCE
    }

    /** A payment. */
    public record Payment(LocalDate on, long amount) {}

    /** The payments from one day up to another, which is not among them. */
    public List<Payment> payments(LocalDate from, LocalDate to) {
        List<Payment> all = new ArrayList<>();
        // Counted from the first day each time: the 31st of a month is the last day of a shorter one, and the 31st
        // again.
        for (int i = 0; i == 0 || paid != Paid.ONCE; i++) {
            LocalDate on = paid == Paid.MONTHLY ? since.plusMonths(i) : since.plusYears(i);
            if (!on.isBefore(to) || ends.filter(end -> !on.isBefore(end)).isPresent()) {
                break;
            }
            if (!on.isBefore(from)) {
                all.add(new Payment(on, amount(on)));
            }
        }
        return all;
    }

    private long amount(LocalDate on) {
        long full = firstYear.filter(first -> on.isBefore(since.plusYears(1))).orElse(price);
        boolean less =
                discount > 0 && discountUntil.filter(last -> on.isAfter(last)).isEmpty();
        return less
                ? BigDecimal.valueOf(full)
                        .multiply(BigDecimal.valueOf(100L - discount))
                        .divide(BigDecimal.valueOf(100), 0, RoundingMode.HALF_UP)
                        .longValueExact()
                : full;
    }

    /** What it comes to in the year from a day on. */
    public long inYear(LocalDate from) {
        return payments(from, from.plusYears(1)).stream()
                .mapToLong(Payment::amount)
                .sum();
    }

    /** What paying for the year from a day on at once would save; empty when it saves nothing, or is not offered. */
    public Optional<Long> saving(LocalDate from) {
        boolean wholeYear = ends.filter(end -> end.isBefore(from.plusYears(1))).isEmpty();
        return yearlyOffer
                .filter(offer -> paid == Paid.MONTHLY && wholeYear)
                .map(offer -> inYear(from) - offer)
                .filter(saved -> saved > 0);
    }
}
