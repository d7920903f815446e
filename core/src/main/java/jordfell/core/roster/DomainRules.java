package jordfell.core.roster;

import java.util.List;
import java.util.Set;

/**
 * What a domain asks of its numbers and secrets.
 *
 * @param transports how SIP may travel
 * @param pinDigits fewest digits of a voicemail PIN
 * @param reserved numbers that are never given
 * @param emergency numbers an extension must neither be nor begin
 */
public record DomainRules(
        List<String> transports, PasswordRule password, int pinDigits, Set<String> reserved, Set<String> emergency) {

    public static final DomainRules USUAL =
            new DomainRules(List.of("udp"), PasswordRule.USUAL, Pin.SHORTEST, Set.of(), ExtensionRules.EMERGENCY);

    public DomainRules {
        transports = List.copyOf(transports);
        reserved = Set.copyOf(reserved);
        emergency = Set.copyOf(emergency);
    }
}
