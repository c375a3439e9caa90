package evenharbor.app.common.watch;

import java.time.Duration;

/**
 * Work that goes on by itself.
 *
 * @param name what it is called; the same in all processes
 * @param pause how long it rests after each round at least, by the real clock
 * @param due whether there is something to do, as a condition in SQL that an index answers; {@code :now} is the harbor's time,
 *     {@code :lately} a minute before it, {@code :real} that of the real clock
 * @param round does what is due; while it runs no other process does the same
 */
public record Watch(String name, Duration pause, String due, Runnable round) {}
