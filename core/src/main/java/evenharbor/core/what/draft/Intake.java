package evenharbor.core.what.draft;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What a folder or ZIP comes to, judged from its list of files before any is stored.
 *
 * @param paths announced name to the path it will have, in announced order; only the files that are taken
 * @param unwrapped the single folder everything lay in and that was taken off, if any
 * @param leftovers how many files of the operating system were left out
 * @param hasPage whether there is a page in it
 * @param problems why it is not taken; when not empty nothing may be stored
 */
public record Intake(
        Map<String, String> paths,
        Optional<String> unwrapped,
        int leftovers,
        boolean hasPage,
        List<IntakeProblem> problems) {

    private static final int MOST_PROBLEMS = 20;

    /** No files, and nothing against that. */
    public static final Intake NONE = new Intake(Map.of(), Optional.empty(), 0, false, List.of());

    /**
     * Judges a list of files.
     *
     * @param unwrap whether a single folder that everything lies in is taken off
     */
    public static Intake of(List<IntakeFile> files, IntakeLimits limits, boolean unwrap) {
        List<IntakeProblem> problems = new ArrayList<>();
        Map<String, String> clean = new LinkedHashMap<>();
        int leftovers = 0;
        long bytes = 0;
        for (IntakeFile file : files) {
            Optional<IntakeProblem> problem = problemOf(file, limits);
            if (problem.isPresent()) {
                problems.add(problem.get());
                continue;
            }
            SitePath.Reading reading = SitePath.read(file.name());
            if (reading instanceof SitePath.Refused refused) {
                if (file.kind() == IntakeFile.Kind.FILE || refused.problem().kind() != IntakeProblem.Kind.NO_NAME) {
                    problems.add(refused.problem());
                }
                continue;
            }
            String path = ((SitePath.Clean) reading).path();
            if (file.kind() == IntakeFile.Kind.FOLDER) {
                continue;
            }
            if (SitePath.isLeftover(path)) {
                leftovers++;
                continue;
            }
            clean.put(file.name(), path);
            bytes += Math.max(0, file.size());
        }
        limitProblems(clean.size(), bytes, limits).ifPresent(problems::add);
        if (problems.isEmpty() && clean.isEmpty()) {
            problems.add(new IntakeProblem(
                    IntakeProblem.Kind.EMPTY, leftovers > 0 ? " but what the system left there" : ""));
        }
        Optional<String> wrapping = unwrap ? wrapping(clean.values()) : Optional.empty();
        wrapping.ifPresent(folder -> clean.replaceAll((name, path) -> path.substring(folder.length() + 1)));
        problems.addAll(clashes(clean.values()));
        boolean hasPage = clean.values().stream().anyMatch(SitePath::isPage);
        return new Intake(
                clean,
                wrapping,
                leftovers,
                hasPage,
                problems.stream().limit(MOST_PROBLEMS).toList());
    }

    private static Optional<IntakeProblem> problemOf(IntakeFile file, IntakeLimits limits) {
        boolean swollen = file.packed() >= 0
                && file.size() > limits.ratioFrom()
                && file.size() / Math.max(1, file.packed()) > limits.ratio();
        IntakeProblem.Kind kind = switch (file.kind()) {
            case LINK -> IntakeProblem.Kind.LINK;
            case DEVICE -> IntakeProblem.Kind.DEVICE;
            case LOCKED -> IntakeProblem.Kind.ENCRYPTED;
            case FILE, FOLDER -> swollen ? IntakeProblem.Kind.BOMB : null;
        };
        return Optional.ofNullable(kind).map(k -> new IntakeProblem(k, file.name()));
    }

    /** The problem with so many files or bytes, if there is one; also for counting while unpacking. */
    public static Optional<IntakeProblem> limitProblems(int files, long bytes, IntakeLimits limits) {
        if (files > limits.files()) {
            String count = String.format(Locale.ROOT, "%,d files", files);
            return Optional.of(new IntakeProblem(IntakeProblem.Kind.TOO_MANY_FILES, count));
        }
        if (bytes > limits.bytes()) {
            String size = String.format(Locale.ROOT, "%,d MiB", limits.bytes() >> 20);
            return Optional.of(new IntakeProblem(IntakeProblem.Kind.TOO_LARGE, size));
        }
        return Optional.empty();
    }

    private static Optional<String> wrapping(Iterable<String> paths) {
        String folder = null;
        for (String path : paths) {
            int slash = path.indexOf('/');
            if (slash < 0 || (folder != null && !path.startsWith(folder + "/"))) {
                return Optional.empty();
            }
            folder = path.substring(0, slash);
        }
        return Optional.ofNullable(folder);
    }

    /** Pairs of paths that could not lie in one folder on every file system. */
    public static List<IntakeProblem> clashes(Iterable<String> paths) {
        List<IntakeProblem> problems = new ArrayList<>();
        Map<String, String> byKey = new HashMap<>();
        Set<String> folders = new HashSet<>();
        for (String path : paths) {
            String other = byKey.put(SitePath.sameEverywhere(path), path);
            if (other != null) {
                boolean caseOnly = !other.equals(path) && other.equalsIgnoreCase(path);
                problems.add(new IntakeProblem(
                        caseOnly ? IntakeProblem.Kind.SAME_BUT_FOR_CASE : IntakeProblem.Kind.SAME_BUT_FOR_UNICODE,
                        "“" + other + "” and “" + path + "”"));
            }
            for (String folder = SitePath.folderOf(path); !folder.isEmpty(); ) {
                String bare = folder.substring(0, folder.length() - 1);
                if (!folders.add(bare)) {
                    break;
                }
                folder = SitePath.folderOf(bare);
            }
        }
        for (String folder : folders) {
            String file = byKey.get(SitePath.sameEverywhere(folder));
            if (file != null) {
                problems.add(new IntakeProblem(IntakeProblem.Kind.FILE_AND_FOLDER, file));
            }
        }
        return problems.stream().limit(MOST_PROBLEMS).toList();
    }
}
