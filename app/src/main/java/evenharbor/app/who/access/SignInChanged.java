package evenharbor.app.who.access;

/**
 * Something about how a person signs in that they should hear of, in case it was not them.
 *
 * @param what what happened, such as "signed in from a new browser (Firefox, 10.0.0.1)"
 * @param key by which it is the same
 */
public record SignInChanged(Person person, String what, String key) {}
