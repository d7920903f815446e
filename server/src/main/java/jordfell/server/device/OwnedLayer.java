package jordfell.server.device;

import java.util.HashMap;
import java.util.Map;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerWord;

/**
 * A layer and the id of what speaks.
 *
 * @param owner with the layer's kind, where its words are kept
 */
public record OwnedLayer(String owner, Layer layer) {

    /** The same over what the record itself says. */
    OwnedLayer above(Map<String, String> recorded) {
        Map<String, LayerWord> words =
                new HashMap<>(Layer.of(layer.kind(), layer.name(), recorded).words());
        words.putAll(layer.words());
        return new OwnedLayer(owner, new Layer(layer.kind(), layer.name(), words));
    }
}
