package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import jordfell.core.path.Standing;

/** Asks every rule, and puts the findings in order: what takes dial tone away, the surest first, then the one at the
 * earlier stop. */
public final class Diagnosis {

    private static final List<Rule> RULES = List.of(
            new MacMistyped(),
            new EnrolledTwice(),
            new WrongModel(),
            new LineUnbound(),
            new TooManyLines(),
            new TooManyKeys(),
            new NumberUnfit(),
            new SettingMissing(),
            new NotReleased(),
            new ReleaseHeld(),
            new NoProvisioningAddress(),
            new NeverCalledIn(),
            new NotHandedOver(),
            new HeardUnfetched(),
            new WrongFileAsked(),
            new AskedAtOldAddress(),
            new ProvisioningRefused(),
            new ConfigUnavailable(),
            new StaleConfig(),
            new ConfigRejected(),
            new OverwrittenByHand(),
            new FirmwareCauses(),
            new HostMalformed(),
            new NameNotFound(),
            new NameSilent(),
            new NameDeadTarget(),
            new TransportRefused(),
            new CertificateRefused(),
            new RequestMangled(),
            new BannedAddress(),
            new NodeDown(),
            new SipBlocked(),
            new NotHeard(),
            new WrongNode(),
            new WrongHost(),
            new UnknownExtension(),
            new WrongAuthUser(),
            new WrongRealm(),
            new WrongUri(),
            new WrongPassword(),
            new AlgorithmMismatch(),
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
            new TwoAgents(),
            new BindingFlipFlop(),
            new PortCollision(),
            new StuckOnBackup(),
            new ContactUnreachable(),
            new LoggedOff(),
            new Lapsed(),
            new ChangesRefused(),
            new NotAsking(),
            new ClockWrong(),
            new LampDark(),
            new PhonebookNotTaken(),
            new PhonebookUnreadable(),
            new PhonebookTooBig(),
            new NoInboundPath(),
            new NoOutboundPath(),
            new TestCallFailed());

    private static final Comparator<Finding> RANK = Comparator.comparing(
                    (Finding f) -> f.cause().leavesDialTone())
            .thenComparing(Finding::certainty)
            .thenComparing(f -> f.cause().stop())
            .thenComparing(Finding::line);

    /** What says why a registration could not be kept. */
    private static final Set<Cause> REASONS = Set.of(
            Cause.MAC_MISTYPED,
            Cause.WRONG_MODEL,
            Cause.CONFIG_REJECTED,
            Cause.HOST_MALFORMED,
            Cause.HEARD_AT_WRONG_NODE,
            Cause.OVERWRITTEN_BY_HAND,
            Cause.NAME_NOT_FOUND,
            Cause.NAME_SILENT,
            Cause.NAME_DEAD_TARGET,
            Cause.TRANSPORT_REFUSED,
            Cause.REQUEST_MANGLED,
            Cause.CERTIFICATE_REFUSED,
            Cause.ADDRESS_BANNED,
            Cause.SIP_BLOCKED,
            Cause.NODE_DOWN);

    /** What says no more than that it was not kept. */
    private static final Set<Cause> FOLLOWING = Set.of(
            Cause.NEVER_CALLED_IN,
            Cause.LAPSED,
            Cause.NOT_HEARD,
            Cause.WRONG_HOST,
            Cause.CONTACT_UNREACHABLE,
            Cause.NAT_LAPSE,
            Cause.NODE_SILENT,
            Cause.ANSWERS_LOST);

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
        List<Finding> told = withoutWhatFollows(findings);
        return told.stream().allMatch(f -> f.cause().leavesDialTone())
                ? Stream.concat(UnexplainedHold.of(device).stream(), told.stream())
                        .toList()
                : told;
    }

    /** When something else may be found though nothing more is seen. */
    public static Optional<Instant> due(CaseOf device) {
        return RULES.stream()
                .flatMap(rule -> rule.due(device).stream())
                .filter(at -> at.isAfter(device.now()))
                .min(Instant::compareTo);
    }

    /** Where it is told why, what is so because of that is not told beside it. */
    private static List<Finding> withoutWhatFollows(List<Finding> findings) {
        return findings.stream().noneMatch(f -> REASONS.contains(f.cause()))
                ? findings
                : findings.stream().filter(f -> !FOLLOWING.contains(f.cause())).toList();
    }
}
