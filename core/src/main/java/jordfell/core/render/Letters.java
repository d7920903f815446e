package jordfell.core.render;

/** Which letters a family’s phones can show of names. */
public enum Letters {
    ALL,
    /** Those of western European languages (ISO/IEC 8859-1). */
    WESTERN,
    /** Those without any mark (ISO/IEC 646). */
    PLAIN
}
