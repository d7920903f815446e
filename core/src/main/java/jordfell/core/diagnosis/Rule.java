package jordfell.core.diagnosis;

import java.util.List;

/** Looks at one device's evidence and returns what it finds; nothing when it has no say. */
interface Rule {
    List<Finding> examine(CaseOf device);
}
