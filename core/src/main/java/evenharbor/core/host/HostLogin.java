package evenharbor.core.host;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * What is known of an account at a hosting company.
 *
 * @param server host name or number
 * @param protocol how files are sent
 * @param port TCP port, where it is not the usual one of the protocol
 * @param user name to sign in with
 * @param password to sign in with; as it was given, to the letter
 * @param folder where the pages go, such as {@code /public_html}
 * @param url where visitors see them
 * @param cleanings what was changed of what was given, in sentences
 */
public record HostLogin(
        Optional<String> server,
        Optional<Protocol> protocol,
        OptionalInt port,
        Optional<String> user,
        Optional<String> password,
        Optional<String> folder,
        Optional<String> url,
        List<String> cleanings) {}
