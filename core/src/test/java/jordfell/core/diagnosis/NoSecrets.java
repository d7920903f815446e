package jordfell.core.diagnosis;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Knows no password, for rules that need none. */
public class NoSecrets implements SecretBook {

    @Override
    public Optional<String> current(String number) {
        return Optional.empty();
    }

    @Override
    public List<String> earlier(String number) {
        return List.of();
    }

    @Override
    public Map<String, String> others(String number) {
        return Map.of();
    }
}
