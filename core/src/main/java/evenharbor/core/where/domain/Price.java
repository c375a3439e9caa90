package evenharbor.core.where.domain;

import java.math.BigDecimal;

/**
 * What a name costs.
 *
 * @param firstYear for the first year, in hundredths of the currency's unit
 * @param yearly for each later year, in hundredths
 * @param currency ISO 4217 code, such as {@code EUR}
 */
public record Price(long firstYear, long yearly, String currency) {

    /** An amount in words: {@code 12.00 EUR}. */
    public static String words(long hundredths, String currency) {
        return BigDecimal.valueOf(hundredths, 2).toPlainString() + " " + currency;
    }

    /** Both amounts in words. */
    public String words() {
        return firstYear == yearly
                ? words(yearly, currency) + " a year"
                : words(firstYear, currency) + " for the first year, then " + words(yearly, currency) + " a year";
    }
}
