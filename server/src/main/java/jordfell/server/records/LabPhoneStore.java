package jordfell.server.records;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.identity.MacAddress;
import jordfell.lab.phone.PhoneState;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.security.Sealer;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** What the Lab's phones keep without power. Sealed: their files hold passwords. */
@Component
public class LabPhoneStore {

    private record Kept(
            String mac,
            String model,
            String firmware,
            String address,
            String site,
            boolean powered,
            boolean cable,
            String file,
            String revision,
            Map<Integer, String> typed,
            @Nullable Duration clockOff,
            @Nullable Map<Integer, PhoneState.TypedAccount> accounts) {}

    private final Jdbc jdbc;
    private final Sealer sealer;
    private final JsonMapper json;

    LabPhoneStore(Jdbc jdbc, Sealer sealer, JsonMapper json) {
        this.jdbc = jdbc;
        this.sealer = sealer;
        this.json = json;
    }

    public void put(PhoneState s) {
        Kept kept = new Kept(
                s.mac().compact(),
                s.model(),
                s.firmware(),
                s.address(),
                s.site(),
                s.powered(),
                s.cable(),
                s.file(),
                s.revision(),
                s.typed(),
                s.clockOff(),
                s.accounts());
        jdbc.update(
                "merge into lab_phone (mac, sealed) key (mac) values (?, ?)",
                s.mac().compact(),
                sealer.seal(json.writeValueAsString(kept)));
    }

    public List<PhoneState> all() {
        return jdbc.list("select sealed from lab_phone order by mac", row -> row.bytes("sealed")).stream()
                .map(bytes -> json.readValue(sealer.open(bytes), Kept.class))
                .map(k -> new PhoneState(
                        MacAddress.of(k.mac()),
                        k.model(),
                        k.firmware(),
                        k.address(),
                        k.site(),
                        k.powered(),
                        k.cable(),
                        k.file(),
                        k.revision(),
                        k.typed(),
                        Optional.ofNullable(k.clockOff()).orElse(Duration.ZERO),
                        Optional.ofNullable(k.accounts()).orElse(Map.of())))
                .toList();
    }
}
