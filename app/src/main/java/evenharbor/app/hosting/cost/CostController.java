package evenharbor.app.hosting.cost;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.core.hosting.cost.Cost;
import evenharbor.core.hosting.cost.YearOfCosts;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Costs over HTTP. Amounts are decimal numbers as people write them, such as {@code 4.90}. */
@RestController
@RequestMapping("/api/costs")
class CostController {

    private final Costs costs;
    private final Sites sites;
    private final Clock clock;

    CostController(Costs costs, Sites sites, Clock clock) {
        this.costs = costs;
        this.sites = sites;
        this.clock = clock;
    }

    /**
     * A cost.
     *
     * @param id null for a domain registered here, whose price is known
     * @param year what it comes to in the year from today on
     * @param saving what paying for that year at once would save; null when it saves nothing, or is not offered
     * @param next day of the next payment; null when there is none
     */
    record CostView(
            @Schema(nullable = true) String id,
            CostForm cost,
            String year,
            @Schema(nullable = true) String saving,
            @Schema(nullable = true) LocalDate next) {}

    /** What something costs in a year. @param siteId empty for what is for all sites */
    record SiteCostView(String siteId, String title, String amount) {}

    /** What a year costs in one currency. @param saving what paying yearly would save; null for nothing */
    record CostYearView(
            String currency,
            String all,
            List<SiteCostView> bySite,
            @Schema(nullable = true) String saving) {}

    /** @param from the first day of the year that is told of @param turns what ends or changes in it */
    record CostsView(LocalDate from, List<CostView> costs, List<CostYearView> years, List<YearOfCosts.Turn> turns) {}

    /**
     * A cost as it is written down.
     *
     * @param siteId null for all sites
     * @param firstYear the price within the first year; null where it does not differ
     * @param discount in percent
     * @param yearlyOffer what a year would cost if it was paid at once; null when that is not offered
     */
    record CostForm(
            @NotBlank(message = "Say what is paid for.") @Size(max = 200, message = "Use at most 200 characters.")
            String what,

            @Schema(nullable = true) String siteId,

            @NotNull(message = "Give the currency.")
            @Pattern(regexp = "\\s*[A-Za-z]{3}\\s*", message = "Give three letters: EUR, CHF, GBP.")
            String currency,

            @NotNull(message = "Choose how often it is paid.")
            Cost.Paid paid,

            @NotNull(message = AMOUNT) @Pattern(regexp = DECIMAL, message = AMOUNT)
            String price,

            @Schema(nullable = true) @Pattern(regexp = DECIMAL, message = AMOUNT)
            String firstYear,

            @Min(value = 0, message = PERCENT) @Max(value = 100, message = PERCENT)
            int discount,

            @Schema(nullable = true) LocalDate discountUntil,

            @Schema(nullable = true) @Pattern(regexp = DECIMAL, message = AMOUNT)
            String yearlyOffer,

            @NotNull(message = "Give the day of the first payment.")
            LocalDate since,

            @Schema(nullable = true) LocalDate ends) {

        private static final String DECIMAL = "\\s*\\d{1,9}([.,]\\d{1,3})?\\s*";
        private static final String AMOUNT = "Give an amount such as 4.90.";
        private static final String PERCENT = "Give a percentage from 0 to 100.";

        private Cost read() {
            Currency in;
            try {
                in = Currency.getInstance(currency.strip().toUpperCase(Locale.ROOT));
            } catch (IllegalArgumentException e) {
                throw Problem.field(
                        "currency", "“" + currency + "” is no currency. Give three letters: EUR, CHF, GBP.");
            }
            return new Cost(
                    what.strip(),
                    Optional.ofNullable(siteId),
                    in.getCurrencyCode(),
                    paid,
                    amount("price", price, in),
                    Optional.ofNullable(firstYear).map(each -> amount("firstYear", each, in)),
                    discount,
                    Optional.ofNullable(discountUntil),
                    Optional.ofNullable(yearlyOffer).map(each -> amount("yearlyOffer", each, in)),
                    since,
                    Optional.ofNullable(ends));
        }

        private static long amount(String field, String typed, Currency in) {
            try {
                return new BigDecimal(typed.strip().replace(',', '.'))
                        .setScale(in.getDefaultFractionDigits(), RoundingMode.UNNECESSARY)
                        .unscaledValue()
                        .longValueExact();
            } catch (ArithmeticException e) {
                throw Problem.field(
                        field, "Use at most " + in.getDefaultFractionDigits() + " digits behind the point.");
            }
        }

        private static CostForm of(Cost cost) {
            return new CostForm(
                    cost.what(),
                    cost.siteId().orElse(null),
                    cost.currency(),
                    cost.paid(),
                    words(cost.price(), cost.currency()),
                    cost.firstYear().map(each -> words(each, cost.currency())).orElse(null),
                    cost.discount(),
                    cost.discountUntil().orElse(null),
                    cost.yearlyOffer().map(each -> words(each, cost.currency())).orElse(null),
                    cost.since(),
                    cost.ends().orElse(null));
        }
    }

    private static String words(long amount, String currency) {
        return BigDecimal.valueOf(amount, Currency.getInstance(currency).getDefaultFractionDigits())
                .toPlainString();
    }

    @GetMapping
    CostsView all() {
        LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
        List<Costs.Kept> kept = costs.mine();
        List<Cost> plain = kept.stream().map(Costs.Kept::cost).toList();
        Map<String, String> titles = sites.mine().stream().collect(Collectors.toMap(Site::id, Site::title));
        return new CostsView(
                today,
                kept.stream().map(each -> view(each, today)).toList(),
                YearOfCosts.of(plain, today).stream()
                        .map(year -> view(year, titles))
                        .toList(),
                YearOfCosts.turns(plain, today));
    }

    private static CostView view(Costs.Kept kept, LocalDate today) {
        Cost cost = kept.cost();
        return new CostView(
                kept.id().isEmpty() ? null : kept.id(),
                CostForm.of(cost),
                words(cost.inYear(today), cost.currency()),
                cost.saving(today).map(saved -> words(saved, cost.currency())).orElse(null),
                cost.payments(today, today.plusYears(1)).stream()
                        .map(Cost.Payment::on)
                        .findFirst()
                        .orElse(null));
    }

    private static CostYearView view(YearOfCosts year, Map<String, String> titles) {
        List<SiteCostView> bySite = new ArrayList<>();
        year.bySite()
                .forEach((siteId, amount) -> bySite.add(new SiteCostView(
                        siteId,
                        siteId.isEmpty() ? "For all sites" : titles.getOrDefault(siteId, "A site of others"),
                        words(amount, year.currency()))));
        return new CostYearView(
                year.currency(),
                words(year.all(), year.currency()),
                bySite,
                year.saving() == 0 ? null : words(year.saving(), year.currency()));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    CostsView add(@Valid @RequestBody CostForm form) {
        costs.add(checked(form));
        return all();
    }

    @PutMapping("/{id}")
    CostsView change(@PathVariable String id, @Valid @RequestBody CostForm form) {
        costs.change(id, checked(form));
        return all();
    }

    private static Cost checked(CostForm form) {
        Cost cost = form.read();
        if (cost.ends().filter(end -> end.isBefore(cost.since())).isPresent()) {
            throw Problem.field("ends", "It cannot end before the first payment.");
        }
        return cost;
    }

    @DeleteMapping("/{id}")
    CostsView remove(@PathVariable String id) {
        costs.remove(id);
        return all();
    }
}
