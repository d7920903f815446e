package jordfell.server.screens;

import java.io.IOException;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;

/** Has the screens' files answered before anything asks who wants them: they are everybody's. */
@Configuration
class ScreenWiring {

    @Bean
    FilterRegistrationBean<HashedFiles> hashedFiles() throws IOException {
        FilterRegistrationBean<HashedFiles> filter =
                new FilterRegistrationBean<>(HashedFiles.read("classpath*:static" + HashedFiles.PATH + "*"));
        filter.addUrlPatterns(HashedFiles.PATH + "*");
        filter.setOrder(Ordered.HIGHEST_PRECEDENCE);
        return filter;
    }
}
