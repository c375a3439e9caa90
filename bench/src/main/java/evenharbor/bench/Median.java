package evenharbor.bench;

import java.util.Arrays;

/** The middle of several measurements: on a machine that others share, a single one says little. */
final class Median {

    static final int ROUNDS = 15;

    private Median() {}

    interface Work {
        void run() throws Exception;
    }

    /** Milliseconds of some work, the median of several rounds after three to warm up. */
    static double millis(Work work) throws Exception {
        double[] times = new double[ROUNDS];
        for (int i = -3; i < ROUNDS; i++) {
            long start = System.nanoTime();
            work.run();
            times[Math.max(0, i)] = (System.nanoTime() - start) / 1e6;
        }
        return of(times);
    }

    static double of(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }
}
