package evenharbor.app.where.dns;

import evenharbor.core.where.domain.Seen;
import java.util.List;
import org.xbill.DNS.AAAARecord;
import org.xbill.DNS.ARecord;
import org.xbill.DNS.Message;
import org.xbill.DNS.Name;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Record;
import org.xbill.DNS.SOARecord;
import org.xbill.DNS.Section;
import org.xbill.DNS.TXTRecord;

/** Reads answers of name servers. */
final class DnsAnswers {

    private DnsAnswers() {}

    /** What an answer without records of the type asked for says (RFC 2308). */
    static Seen negative(Message answer, List<String> aliases) {
        long ttl = answer.getSection(Section.AUTHORITY).stream()
                .filter(SOARecord.class::isInstance)
                .map(SOARecord.class::cast)
                .mapToLong(soa -> Math.min(soa.getTTL(), soa.getMinimum()))
                .findFirst()
                .orElse(0);
        return switch (answer.getRcode()) {
            case Rcode.NXDOMAIN -> new Seen.NoSuchName(List.copyOf(aliases), ttl);
            case Rcode.NOERROR -> new Seen.NoData(ttl);
            case Rcode.REFUSED, Rcode.NOTAUTH -> new Seen.Refused();
            case Rcode.SERVFAIL -> new Seen.ServerFailure();
            default -> new Seen.Unusable("the server said " + Rcode.string(answer.getRcode()));
        };
    }

    /** The records of a name and type in a section. */
    static List<Record> records(Message answer, int section, Name name, int type) {
        return answer.getSection(section).stream()
                .filter(r -> r.getType() == type && r.getName().equals(name))
                .toList();
    }

    /** What records say, in their order as text. */
    static List<String> data(List<Record> records) {
        return records.stream()
                .map(r -> {
                    if (r instanceof ARecord a) {
                        return a.getAddress().getHostAddress();
                    }
                    if (r instanceof AAAARecord a) {
                        return a.getAddress().getHostAddress();
                    }
                    return r instanceof TXTRecord txt ? String.join("", txt.getStrings()) : r.rdataToString();
                })
                .sorted()
                .toList();
    }
}
