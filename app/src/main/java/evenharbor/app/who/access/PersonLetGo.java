package evenharbor.app.who.access;

/** Someone signs in no more; told within the transaction, so that what is theirs alone goes with it. */
public record PersonLetGo(String personId) {}
