package evenharbor.core.where.redirect;

import java.util.List;
import java.util.Optional;

/**
 * What came of reading a rule.
 *
 * @param rule the rule, cleaned; empty when there are faults
 * @param faults what is wrong
 * @param cleanings what was changed of what was typed, in sentences
 */
public record RedirectReading(Optional<Redirect> rule, List<RedirectFault> faults, List<String> cleanings) {}
