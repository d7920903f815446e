package jordfell.server.security;

import java.util.Optional;
import jordfell.server.jdbc.Jdbc;
import org.springframework.security.crypto.factory.PasswordEncoderFactories;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/** The accounts of those who sign in. */
@Component
public class AccountStore {

    private static final int LONGEST_PASSWORD = 200;

    private final Jdbc jdbc;
    private final PasswordEncoder hashes = PasswordEncoderFactories.createDelegatingPasswordEncoder();
    private final String nobodysHash = hashes.encode("nobody has this password");

    AccountStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public boolean isEmpty() {
        return jdbc.one("select login from account limit 1", row -> true).isEmpty();
    }

    public void add(String login, String name, Role role, String password) {
        jdbc.update(
                "insert into account (login, name, role, password_hash) values (?, ?, ?, ?)",
                login,
                name,
                role.name(),
                hashes.encode(password));
    }

    /** Whoever has this login and password. An unknown login takes as long as a wrong password. */
    Optional<SignedIn> check(String login, String password) {
        if (password.length() > LONGEST_PASSWORD) {
            return Optional.empty();
        }
        record Found(SignedIn who, String hash) {}
        Optional<Found> found = jdbc.one(
                "select login, name, role, password_hash from account where login = ?",
                row -> new Found(
                        new SignedIn(row.text("login"), row.text("name"), Role.valueOf(row.text("role"))),
                        row.text("password_hash")),
                login);
        boolean right = hashes.matches(password, found.map(Found::hash).orElse(nobodysHash));
        return found.filter(f -> right).map(Found::who);
    }
}
