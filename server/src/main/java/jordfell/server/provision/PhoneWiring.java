package jordfell.server.provision;

import org.springframework.boot.web.servlet.ServletRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Puts what phones ask for beside what people do. */
@Configuration
class PhoneWiring {

    @Bean
    ServletRegistrationBean<PhoneServlet> phoneServlet(Provisioning provisioning, FetchLimits limits) {
        return new ServletRegistrationBean<>(new PhoneServlet(provisioning, limits), PhoneServlet.PATH + "*");
    }
}
