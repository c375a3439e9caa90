/**
 * Work that goes on by itself as soon as something is due. All of it is asked for in one query, and each piece is done by one
 * process at a time. Entry point: {@link evenharbor.app.common.watch.Watch}.
 */
package evenharbor.app.common.watch;
