package jordfell.server;

import jordfell.server.config.JordfellProperties;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.security.autoconfigure.UserDetailsServiceAutoConfiguration;
import org.springframework.boot.context.properties.EnableConfigurationProperties;

/** Starts the server. */
@SpringBootApplication(exclude = UserDetailsServiceAutoConfiguration.class)
@EnableConfigurationProperties(JordfellProperties.class)
public class JordfellServer {

    public static void main(String[] args) {
        SpringApplication.run(JordfellServer.class, args);
    }
}
