package evenharbor.core.where.domain;

import evenharbor.core.where.address.HostName;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ArbitrarySupplier;
import net.jqwik.api.Combinators;

/** Zones to try things on. */
final class ZoneCases {

    static final HostName APEX = new HostName("papermoon.example");

    private ZoneCases() {}

    static RecordSet set(String name, String type, String... data) {
        return new RecordSet(name, type, 3600, List.of(data));
    }

    /** Record sets as people type them, of any name and of three types. */
    static final class Typed implements ArbitrarySupplier<List<RecordSet>> {
        @Override
        public Arbitrary<List<RecordSet>> get() {
            Arbitrary<String> label = Arbitraries.strings()
                    .withCharRange('a', 'z')
                    .numeric()
                    .ofMinLength(1)
                    .ofMaxLength(12);
            Arbitrary<String> name =
                    Arbitraries.oneOf(Arbitraries.just("@"), label, label.map(l -> "_" + l), label.map(l -> "*." + l));
            Arbitrary<Integer> octet = Arbitraries.integers().between(1, 254);
            Arbitrary<RecordSet> a =
                    Combinators.combine(name, octet, octet).as((n, x, y) -> set(n, "A", "192.0." + x + "." + y));
            Arbitrary<RecordSet> txt = Combinators.combine(
                            name, Arbitraries.strings().ofMinLength(1).ofMaxLength(300))
                    .as((n, t) -> set(n, "TXT", t.strip().isEmpty() ? "x" : t));
            Arbitrary<RecordSet> mx =
                    Combinators.combine(name, label, octet).as((n, l, p) -> set(n, "MX", p + " " + l + ".example."));
            return Arbitraries.oneOf(a, txt, mx).list().ofMaxSize(15);
        }
    }
}
