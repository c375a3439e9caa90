package evenharbor.core.where.domain;

/**
 * What is wrong with a record set.
 *
 * @param name the set's name as it was given
 * @param type the set's type as it was given
 * @param field {@code name}, {@code type}, {@code ttl} or {@code data}
 * @param index which record of the set, from 0; -1 when it is about the whole set
 * @param sentence what is wrong and what would be accepted
 */
public record RecordFault(String name, String type, String field, int index, String sentence) {}
