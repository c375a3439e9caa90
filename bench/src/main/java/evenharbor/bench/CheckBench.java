package evenharbor.bench;

import java.io.IOException;
import java.net.InetSocketAddress;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CompletionStage;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Flags;
import org.xbill.DNS.Message;
import org.xbill.DNS.Name;
import org.xbill.DNS.Record;
import org.xbill.DNS.SimpleResolver;
import org.xbill.DNS.Type;

/** A thousand addresses looked at by the application, against the same questions sent as fast as the library can. */
final class CheckBench {

    private static final int ADDRESSES = 1_000;
    private static final int IN_FLIGHT = 64;
    private static final int PORT = 7053;
    private static final List<String> OWN = List.of("127.0.53.3", "127.0.53.4");
    private static final String RESOLVER = "127.0.53.53";

    private CheckBench() {}

    static List<Row> run(String origin, int visitors) throws IOException {
        HarborClient harbor = new HarborClient(origin, visitors);
        String site = harbor.site("Many names");
        List<String> names = new ArrayList<>();
        for (int i = 0; i < ADDRESSES; i++) {
            names.add("n" + i + "-" + Long.toString(System.nanoTime(), 36));
            harbor.claim(site, names.get(i));
        }
        harbor.putText(site, "index.html", "<p>many");
        harbor.publish(site);
        double[] looks = new double[3];
        double[] questions = new double[3];
        harbor.look(site);
        for (int round = 0; round < looks.length; round++) {
            questions[round] = ask(names);
            // The record begins when the first are done.
            looks[round] = harbor.look(site) * ADDRESSES / (ADDRESSES - IN_FLIGHT);
        }
        Arrays.sort(looks);
        Arrays.sort(questions);
        return List.of(Row.atMost(
                "1,000 addresses looked at / their questions alone",
                looks[1] / questions[1],
                1.3,
                "x",
                String.format("%.2f s, each visited too / %.2f s", looks[1], questions[1])));
    }

    /** Two questions to each of the harbor's name servers and to the resolver, for each name. */
    private static double ask(List<String> names) throws IOException {
        List<SimpleResolver> servers = new ArrayList<>();
        for (String at : List.of(OWN.get(0), OWN.get(1), RESOLVER)) {
            SimpleResolver server = new SimpleResolver(new InetSocketAddress(at, PORT));
            server.setTimeout(Duration.ofSeconds(3));
            servers.add(server);
        }
        long start = System.nanoTime();
        for (int from = 0; from < names.size(); from += IN_FLIGHT) {
            List<CompletionStage<Message>> sent = new ArrayList<>();
            for (String name : names.subList(from, Math.min(names.size(), from + IN_FLIGHT))) {
                for (SimpleResolver server : servers) {
                    for (int type : new int[] {Type.A, Type.AAAA}) {
                        Message query = Message.newQuery(
                                Record.newRecord(Name.fromString(name + ".harbor.localhost."), type, DClass.IN));
                        if (server != servers.get(2)) {
                            query.getHeader().unsetFlag(Flags.RD);
                        }
                        sent.add(server.sendAsync(query));
                    }
                }
            }
            sent.forEach(s -> s.toCompletableFuture().join());
        }
        return (System.nanoTime() - start) / 1e9;
    }
}
