package jordfell.core.settings;

import java.util.Map;

/**
 * What one layer says.
 *
 * @param name the thing that speaks, as people call it: a site's or template's name
 * @param values raw values by setting key
 */
public record Layer(LayerKind kind, String name, Map<String, String> values) {

    public Layer {
        values = Map.copyOf(values);
    }
}
