package evenharbor.bench;

import evenharbor.core.where.address.AddressReader;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.Mentions;
import evenharbor.core.where.domain.PublicSuffixes;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.jsoup.parser.Parser;

/** Reading typed addresses, and what a change of name touches. */
final class AddressBench {

    private static final int ROUNDS = 20_000;
    private static final int SITES = 4;
    private static final int PAGES = 1_000;
    private static final List<String> TYPED = List.of(
            "papermoon",
            "HTTPS://Papermoon.art.localhost/spring/",
            "www.papermoon.art.localhost",
            "café-mond.club.localhost",
            "shop.example.co.uk",
            "paper_moon",
            "marta@papermoon.example",
            "http://papermoon.harbor.localhost:7080/index.html?a=1");

    private AddressBench() {}

    static List<Row> run(Path folder) throws IOException {
        return List.of(reading(), rename(folder));
    }

    private static Row reading() {
        AddressReader reader = new AddressReader(
                "harbor.localhost",
                List.of("preview.localhost"),
                new PublicSuffixes(Set.of("art.localhost", "club.localhost")));
        double[] rounds = new double[5];
        int faults = 0;
        for (int round = 0; round < rounds.length; round++) {
            long start = System.nanoTime();
            for (int i = 0; i < ROUNDS; i++) {
                faults += reader.read(TYPED.get(i % TYPED.size())).fault().isPresent() ? 1 : 0;
            }
            rounds[round] = (System.nanoTime() - start) / 1e3 / ROUNDS;
        }
        Arrays.sort(rounds);
        return Row.atMost(
                "reading a typed address",
                rounds[2],
                50,
                "us",
                "median of 5 rounds of " + ROUNDS + ", " + faults + " faults");
    }

    /** Both read every page from disk; one parses it, the other looks for the name. */
    private static Row rename(Path folder) throws IOException {
        Files.createDirectories(folder);
        List<Path> pages = new ArrayList<>();
        for (int i = 0; i < SITES * PAGES; i++) {
            pages.add(Files.writeString(folder.resolve("page-" + i + ".html"), page(i)));
        }
        HostName host = new HostName("moon.harbor.localhost");
        double[] parse = new double[3];
        double[] impact = new double[3];
        int found = 0;
        for (int round = 0; round < 3; round++) {
            long start = System.nanoTime();
            for (Path page : pages) {
                Parser.htmlParser().parseInput(Files.readString(page), "");
            }
            parse[round] = System.nanoTime() - start;
            start = System.nanoTime();
            found = 0;
            for (Path page : pages) {
                found += Mentions.in(Files.readString(page), host, "/").size();
            }
            impact[round] = System.nanoTime() - start;
        }
        Arrays.sort(parse);
        Arrays.sort(impact);
        return Row.atMost(
                "what a rename touches, 4,000 pages / read and parse them",
                impact[1] / parse[1],
                2,
                "x",
                String.format("%.0f ms / %.0f ms, %d mentions", impact[1] / 1e6, parse[1] / 1e6, found));
    }

    private static String page(int i) {
        Random random = new Random(i);
        StringBuilder page = new StringBuilder("<!doctype html><title>Page</title>\n");
        if (i % 10 == 0) {
            page.append("<a href=\"http://moon.harbor.localhost/x\">moon</a> and moon.harbor.localhost\n");
        }
        while (page.length() < 10_000) {
            page.append("<p class=\"m\">")
                    .append(Integer.toString(random.nextInt(1 << 20), 36))
                    .append(" moons over the harbor\n");
        }
        return page.toString();
    }
}
