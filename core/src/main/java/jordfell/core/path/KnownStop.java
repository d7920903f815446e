package jordfell.core.path;

import java.util.Optional;
import jordfell.core.identity.ClaimCode;

/** <em>Known</em>: enrolled with a MAC address or an instance, and a model. */
final class KnownStop implements StopRule {

    @Override
    public StopReport report(Journey j) {
        DeviceFacts facts = j.facts();
        return facts.mac()
                .map(mac -> StopReport.passed(
                        Stop.KNOWN,
                        facts.enrolledAt(),
                        "enrolled by " + facts.enrolledBy() + " as "
                                + facts.model().fullName()))
                .orElseGet(() -> new StopReport(
                        Stop.KNOWN,
                        StopState.WAITING,
                        Optional.of(facts.enrolledAt()),
                        Optional.empty(),
                        "waits for claim code "
                                + facts.claim().map(ClaimCode::toString).orElse("")));
    }
}
