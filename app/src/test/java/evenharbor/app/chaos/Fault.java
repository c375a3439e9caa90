package evenharbor.app.chaos;

import evenharbor.app.fixture.DatabaseCluster;
import evenharbor.app.fixture.Line;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;

/** What goes wrong, and how it is mended. */
enum Fault {
    NODE_KILLED {
        @Override
        Runnable begin(Place place, Random random) {
            Nodes.Node node = node(place, random);
            node.disturb(node.harbor()::kill);
            return () -> node.settle(node.harbor()::start);
        }
    },
    NODE_PAUSED {
        @Override
        Runnable begin(Place place, Random random) {
            Nodes.Node node = node(place, random);
            node.disturb(node.harbor()::pause);
            return () -> node.settle(node.harbor()::goOn);
        }
    },
    DATABASE_KILLED {
        @Override
        Runnable begin(Place place, Random random) {
            int database = random.nextInt(DatabaseCluster.SIZE);
            place.databases.kill(database);
            return () -> {
                place.databases.startAgain(database);
                place.databases.awaitReady(database);
            };
        }
    },
    DATABASE_PAUSED {
        @Override
        Runnable begin(Place place, Random random) {
            int database = random.nextInt(DatabaseCluster.SIZE);
            place.databases.pause(database);
            return () -> {
                place.databases.goOn(database);
                place.databases.awaitReady(database);
            };
        }
    },
    /** To all databases: it can ask nothing. */
    LINES_CUT {
        @Override
        Runnable begin(Place place, Random random) {
            Nodes.Node node = node(place, random);
            node.lines().forEach(line -> line.is(Line.State.CUT));
            return () -> node.lines().forEach(line -> line.is(Line.State.WHOLE));
        }
    },
    /** To the first database: it goes on with another one than the others. */
    LINE_SILENT {
        @Override
        Runnable begin(Place place, Random random) {
            Line line = node(place, random).lines().get(0);
            line.is(Line.State.SILENT);
            return () -> line.is(Line.State.WHOLE);
        }
    },
    LINES_SLOW {
        @Override
        Runnable begin(Place place, Random random) {
            Nodes.Node node = node(place, random);
            node.lines().forEach(line -> line.is(Line.State.SLOW));
            return () -> node.lines().forEach(line -> line.is(Line.State.WHOLE));
        }
    },
    DISK_FULL {
        @Override
        boolean possible(Place place) {
            return place.bounded;
        }

        @Override
        Runnable begin(Place place, Random random) {
            Path filler = place.store.resolve("filler");
            try {
                Files.write(filler, new byte[(int) (place.store.toFile().getUsableSpace())]);
            } catch (IOException e) {
                // Somebody was faster with the last bytes: it is full all the same.
            }
            return () -> {
                try {
                    Files.deleteIfExists(filler);
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
            };
        }
    };

    /**
     * Where it happens.
     *
     * @param bounded whether the store is on a disk of its own, which can be filled
     */
    record Place(Nodes nodes, DatabaseCluster databases, Path store, boolean bounded) {}

    /** Whether it can be made to happen on this machine. */
    boolean possible(Place place) {
        return true;
    }

    /** @return what mends it, and waits until that is done */
    abstract Runnable begin(Place place, Random random);

    private static Nodes.Node node(Place place, Random random) {
        return place.nodes.get(random.nextInt(Nodes.SIZE));
    }
}
