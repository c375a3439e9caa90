package evenharbor.core.where.domain;

import com.google.common.net.InetAddresses;
import evenharbor.core.where.address.HostName;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.xbill.DNS.CAARecord;
import org.xbill.DNS.CNAMERecord;
import org.xbill.DNS.DClass;
import org.xbill.DNS.MXRecord;
import org.xbill.DNS.NSRecord;
import org.xbill.DNS.Name;
import org.xbill.DNS.Record;
import org.xbill.DNS.SRVRecord;
import org.xbill.DNS.TXTRecord;
import org.xbill.DNS.Type;

/** The data of one record as a person types it: read, judged, and brought into the one form that zones keep. */
final class RecordData {

    private static final Set<String> CAA_TAGS = Set.of("issue", "issuewild", "iodef", "issuemail", "issuevmc");

    /** A number typed without a dot at its end is read as a name within the zone. */
    private static final Pattern NUMBER_WITHIN = Pattern.compile("\\d+(\\.\\d+){3}\\..*");

    private static final Pattern HOST_LABEL = Pattern.compile("[A-Za-z0-9]([A-Za-z0-9-]{0,61}[A-Za-z0-9])?");

    /** The longest string of a TXT record, in octets. */
    private static final int LONGEST_STRING = 255;

    private RecordData() {}

    /** What came of reading: the kept form, or what is wrong. */
    record Reading(Optional<String> kept, Optional<Name> target, String fault) {

        private static Reading bad(String sentence) {
            return new Reading(Optional.empty(), Optional.empty(), sentence);
        }
    }

    /** Reads the data of a record of a zone. */
    static Reading read(String type, String typed, HostName apex) {
        String text = typed.strip();
        if (text.isEmpty()) {
            return Reading.bad("Fill this in, or take the record out: " + example(type));
        }
        try {
            Name origin = Name.fromString(apex.ascii() + ".");
            String shaped = type.equals("TXT") ? quoted(text) : text;
            Record record =
                    Record.fromString(Name.fromString("x", origin), Type.value(type), DClass.IN, 60, shaped, origin);
            return judged(record, type);
        } catch (IOException | IllegalArgumentException e) {
            return Reading.bad("“" + shortened(text) + "” is no " + type + " record. " + example(type));
        }
    }

    private static Reading judged(Record record, String type) {
        Optional<Name> target = target(record);
        if (target.isPresent()) {
            String fault = faultOfTarget(target.get(), type);
            if (!fault.isEmpty()) {
                return Reading.bad(fault);
            }
        }
        if (record instanceof CAARecord caa && !CAA_TAGS.contains(caa.getTag())) {
            return Reading.bad("A CAA record has one of the tags " + String.join(", ", new TreeSet<>(CAA_TAGS))
                    + "; not “" + caa.getTag() + "”.");
        }
        return new Reading(Optional.of(kept(record)), target, "");
    }

    /** The one form that a record's data is kept in: that of a zone file, each string of a TXT record in quotes. */
    static String kept(Record record) {
        if (!(record instanceof TXTRecord txt)) {
            return record.rdataToString();
        }
        StringBuilder out = new StringBuilder();
        for (byte[] string : txt.getStringsAsByteArrays()) {
            out.append(out.isEmpty() ? "\"" : " \"");
            for (byte octet : string) {
                escape(octet & 0xff, out);
            }
            out.append('"');
        }
        return out.toString();
    }

    private static Optional<Name> target(Record record) {
        if (record instanceof MXRecord mx) {
            return Optional.of(mx.getTarget());
        }
        if (record instanceof SRVRecord srv) {
            return Optional.of(srv.getTarget());
        }
        if (record instanceof NSRecord ns) {
            return Optional.of(ns.getTarget());
        }
        return record.getType() == Type.CNAME ? Optional.of(((CNAMERecord) record).getTarget()) : Optional.empty();
    }

    private static String faultOfTarget(Name target, String type) {
        String name = target.toString(true);
        if (target.equals(Name.root)) {
            // "No such service": RFC 7505 for MX, RFC 2782 for SRV.
            return type.equals("MX") || type.equals("SRV") ? "" : "The target is missing. " + example(type);
        }
        String first = name.contains(".") ? name.substring(0, name.indexOf('.')) : name;
        if (InetAddresses.isInetAddress(name) || NUMBER_WITHIN.matcher(name).matches()) {
            return "The target of a " + type + " record is a host name, not a number. " + example(type);
        }
        boolean underscored = type.equals("CNAME") && first.startsWith("_");
        for (String label : name.split("\\.")) {
            if (!underscored && !HOST_LABEL.matcher(label).matches()) {
                return "“" + name + "” is no host name: its parts have letters, digits and hyphens. " + example(type);
            }
        }
        return "";
    }

    /** Text that was typed without quotes becomes one string, cut into pieces of 255 octets (RFC 1035 section 3.3.14). */
    private static String quoted(String text) {
        if (text.startsWith("\"")) {
            return text;
        }
        StringBuilder out = new StringBuilder("\"");
        byte[] octets = text.getBytes(StandardCharsets.UTF_8);
        for (int i = 0; i < octets.length; i++) {
            if (i > 0 && i % LONGEST_STRING == 0) {
                out.append("\" \"");
            }
            escape(octets[i] & 0xff, out);
        }
        return out.append('"').toString();
    }

    /** An octet as it stands between quotes. */
    private static void escape(int c, StringBuilder out) {
        if (c == '"' || c == '\\') {
            out.append('\\').append((char) c);
        } else if (c >= 0x20 && c < 0x7f) {
            out.append((char) c);
        } else {
            out.append(String.format("\\%03d", c));
        }
    }

    /** What a record of a type looks like, as a sentence. */
    static String example(String type) {
        return switch (type) {
            case "A" -> "An A record is an IPv4 address, such as 192.0.2.7.";
            case "AAAA" -> "An AAAA record is an IPv6 address, such as 2001:db8::7.";
            case "CNAME" -> "A CNAME record is a host name with a dot at the end, such as www.example.org.";
            case "MX" -> "An MX record is a preference and a host name, such as 10 mail.example.org.";
            case "TXT" -> "A TXT record is any text, such as v=spf1 -all.";
            case "CAA" -> "A CAA record is a flag, a tag and a value, such as 0 issue \"ca.example\".";
            case "SRV" -> "An SRV record is priority, weight, port and host name, such as 0 5 443 www.example.org.";
            case "NS" -> "An NS record is the host name of a name server, such as ns1.example.org.";
            default -> "Write it as it would stand in a zone file.";
        };
    }

    private static String shortened(String text) {
        return text.length() > 60 ? text.substring(0, 60) + "…" : text;
    }
}
