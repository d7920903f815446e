package jordfell.server.history;

import java.util.List;
import jordfell.core.evidence.Ties.Sighted;

/** Takes what belongs to no device. */
public interface StrayTaker {

    /** To be called in a transaction. */
    void take(List<Sighted> seen);
}
