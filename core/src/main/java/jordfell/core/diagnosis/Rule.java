package jordfell.core.diagnosis;

import java.util.List;

/** Looks at one device and returns what it finds of its cause; nothing when it has no say. */
interface Rule {
    List<Finding> examine(CaseOf device);
}
