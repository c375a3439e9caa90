package evenharbor.core.where.domain;

import evenharbor.core.where.address.HostName;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Master;
import org.xbill.DNS.Name;
import org.xbill.DNS.Record;
import org.xbill.DNS.TextParseException;
import org.xbill.DNS.Type;

/** Zone files in and out (RFC 1035 section 5). */
public final class ZoneFile {

    private static final int LONGEST = 1 << 20;
    private static final int MOST_RECORDS = 5_000;

    private ZoneFile() {}

    /**
     * What came of reading a zone file.
     *
     * @param sets its record sets as they stand; still to be judged by {@link RecordRules}
     * @param leftOut what was passed over, and why
     * @param fault why it could not be read; empty when it could
     */
    public record Reading(List<RecordSet> sets, List<String> leftOut, Optional<String> fault) {}

    /** Reads a zone file from somewhere else. Files are never included, and nothing is generated. */
    public static Reading read(String text, HostName apex) {
        if (text.length() > LONGEST) {
            return bad("This is longer than a zone file may be here (1 MiB).");
        }
        Map<RecordSet.Key, List<Record>> found = new LinkedHashMap<>();
        List<String> leftOut = new ArrayList<>();
        try {
            Name origin = Name.fromString(apex.ascii() + ".");
            Master file = new Master(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)), origin, 3600);
            file.disableIncludes(true);
            file.expandGenerate(false);
            int count = 0;
            for (Record record = file.nextRecord(); record != null; record = file.nextRecord()) {
                if (++count > MOST_RECORDS) {
                    return bad("There are more than " + MOST_RECORDS + " records in it.");
                }
                take(record, origin, apex, found, leftOut);
            }
        } catch (TextParseException e) {
            return bad("It cannot be read: " + e.getMessage().replace("<none>:", "line ") + ".");
        } catch (IOException | IllegalArgumentException e) {
            return bad("It cannot be read: " + e.getMessage() + ".");
        } catch (IndexOutOfBoundsException e) {
            // Of a name that is written as nothing in quotation marks, the library's reader takes the first character.
            return bad("It cannot be read: a name in it is empty.");
        }
        List<RecordSet> sets = new ArrayList<>();
        found.forEach((key, records) -> sets.add(new RecordSet(
                key.name(),
                key.type(),
                records.get(0).getTTL(),
                records.stream().map(RecordData::kept).distinct().toList())));
        return new Reading(sets, leftOut, Optional.empty());
    }

    private static void take(
            Record record, Name origin, HostName apex, Map<RecordSet.Key, List<Record>> found, List<String> leftOut) {
        String type = Type.string(record.getType());
        if (!record.getName().subdomain(origin)) {
            leftOut.add(record.getName() + " lies outside " + apex.ascii() + ".");
        } else if (record.getType() == Type.SOA
                || (record.getType() == Type.NS && record.getName().equals(origin))) {
            leftOut.add("The domain's own " + type + " record: the harbor keeps its own.");
        } else if (record.getDClass() != DClass.IN) {
            leftOut.add(record.getName() + " " + type + " is not of class IN.");
        } else {
            String name = new HostName(record.getName().toString(true).toLowerCase(Locale.ROOT)).in(apex);
            found.computeIfAbsent(new RecordSet.Key(name, type), k -> new ArrayList<>())
                    .add(record);
        }
    }

    private static Reading bad(String sentence) {
        return new Reading(List.of(), List.of(), Optional.of(sentence));
    }

    /** The zone as a file that any name server reads; the SOA and NS records of the apex are the server's own. */
    public static String write(Zone zone) {
        StringBuilder out = new StringBuilder();
        out.append("$ORIGIN ").append(zone.apex().ascii()).append(".\n");
        for (RecordSet set : zone.sets()) {
            for (String data : set.data()) {
                out.append(set.name())
                        .append('\t')
                        .append(set.ttl())
                        .append("\tIN\t")
                        .append(set.type())
                        .append('\t')
                        .append(data)
                        .append('\n');
            }
        }
        return out.toString();
    }
}
