package jordfell.core.settings;

/** One layer's word on one setting. */
public record LayerWord(LayerKind layer, String name, String value) {}
