package jordfell.core.diagnosis;

import java.time.Instant;
import jordfell.core.evidence.Evidence;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DevicePath;

/** Everything a rule may look at for one device at one moment. */
public record CaseOf(DeviceFacts facts, Evidence evidence, DevicePath path, SecretBook secrets, Instant now) {}
