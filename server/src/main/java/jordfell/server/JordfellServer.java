package jordfell.server;

import jordfell.server.config.JordfellProperties;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.EnableConfigurationProperties;
import org.springframework.boot.security.autoconfigure.UserDetailsServiceAutoConfiguration;

/** Starts the server. */
@SpringBootApplication(exclude = UserDetailsServiceAutoConfiguration.class)
@EnableConfigurationProperties(JordfellProperties.class)
public class JordfellServer {

    public static void main(String[] args) {
        SpringApplication.run(JordfellServer.class, args);
    }
}
