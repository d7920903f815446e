package jordfell.server.lab;

import java.time.InstantSource;
import jordfell.lab.tls.LabAuthority;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.security.Sealer;
import org.springframework.stereotype.Component;

/** The certificate authority of the Lab, made when it is first asked for; its key is kept sealed. */
@Component
class AuthorityStore {

    private final Jdbc jdbc;
    private final Sealer sealer;
    private final InstantSource clock;

    AuthorityStore(Jdbc jdbc, Sealer sealer, InstantSource clock) {
        this.jdbc = jdbc;
        this.sealer = sealer;
        this.clock = clock;
    }

    LabAuthority authority() {
        return jdbc.one(
                        "select certificate, secret from lab_authority",
                        row -> LabAuthority.of(row.text("certificate"), sealer.open(row.bytes("secret"))))
                .orElseGet(this::make);
    }

    private LabAuthority make() {
        LabAuthority made = LabAuthority.make(clock.instant());
        jdbc.update(
                "insert into lab_authority (id, certificate, secret) values (1, ?, ?)",
                made.pem(),
                sealer.seal(made.secret()));
        return made;
    }
}
