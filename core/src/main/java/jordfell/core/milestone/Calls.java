package jordfell.core.milestone;

import java.util.Optional;
import jordfell.core.evidence.Observation.TestCalled;

/** The newest test call in each direction with the configuration that the device has. */
public record Calls(Optional<TestCalled> out, Optional<TestCalled> in) {

    static final Calls NONE = new Calls(Optional.empty(), Optional.empty());

    Calls after(TestCalled call) {
        return call.outbound() ? new Calls(Optional.of(call), in) : new Calls(out, Optional.of(call));
    }
}
