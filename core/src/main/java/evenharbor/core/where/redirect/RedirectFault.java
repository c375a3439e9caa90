package evenharbor.core.where.redirect;

/**
 * What is wrong with a rule as it was typed.
 *
 * @param field the field it stands at: {@code source}, {@code target}, {@code query}, {@code until} or {@code status}
 * @param sentence what is wrong and what would be accepted
 */
public record RedirectFault(String field, String sentence) {}
