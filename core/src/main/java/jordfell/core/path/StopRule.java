package jordfell.core.path;

/** Decides one stop. It is asked only when the ones before it are decided. */
interface StopRule {
    StopReport report(Journey journey);
}
