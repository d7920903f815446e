package jordfell.core.diagnosis;

import java.util.Comparator;
import java.util.List;
import jordfell.core.path.Standing;

/** Asks every rule, and puts the findings in order: what takes dial tone away, the surest first, then the one at the
 * earlier stop. */
public final class Diagnosis {

    private static final List<Rule> RULES = List.of(
            new LineUnbound(),
            new SettingMissing(),
            new NotReleased(),
            new ReleaseHeld(),
            new NeverCalledIn(),
            new NotHandedOver(),
            new HeardUnfetched(),
            new ProvisioningRefused(),
            new ConfigUnavailable(),
            new StaleConfig(),
            new NameNotFound(),
            new NameSilent(),
            new CertificateRefused(),
            new BannedAddress(),
            new NotHeard(),
            new WrongHost(),
            new UnknownExtension(),
            new WrongAuthUser(),
            new WrongRealm(),
            new WrongUri(),
            new WrongPassword(),
            new NonceLoop(),
            new NeverAnswersChallenge(),
            new AnswersLost(),
            new NodeSilent(),
            new OutsideRefused(),
            new ExpiryTooShort(),
            new ContactsFull(),
            new NodeOverloaded(),
            new RegistrarSaysNo(),
            new OneLineOfMany(),
            new ContactUnreachable(),
            new LoggedOff(),
            new Lapsed(),
            new ChangesRefused(),
            new LampDark(),
            new PhonebookNotTaken(),
            new PhonebookUnreadable(),
            new PhonebookTooBig(),
            new TestCallFailed());

    private static final Comparator<Finding> RANK = Comparator.comparing(
                    (Finding f) -> f.cause().leavesDialTone())
            .thenComparing(Finding::certainty)
            .thenComparing(f -> f.cause().stop())
            .thenComparing(Finding::line);

    private Diagnosis() {}

    /** All findings, the first explaining most; none for a device that is not in use. */
    public static List<Finding> of(CaseOf device) {
        if (device.facts().standing() != Standing.IN_USE) {
            return List.of();
        }
        List<Finding> findings = RULES.stream()
                .flatMap(rule -> rule.examine(device).stream())
                .sorted(RANK)
                .toList();
        return findings.isEmpty() ? UnexplainedHold.of(device) : findings;
    }
}
