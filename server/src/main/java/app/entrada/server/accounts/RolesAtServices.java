package app.entrada.server.accounts;

import static java.util.Objects.requireNonNull;

import app.entrada.server.platform.Problem;
import org.aopalliance.intercept.MethodInterceptor;
import org.springframework.aop.Advisor;
import org.springframework.aop.support.DefaultPointcutAdvisor;
import org.springframework.aop.support.annotation.AnnotationMatchingPointcut;
import org.springframework.beans.factory.config.BeanDefinition;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.AnnotationUtils;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;

/** Refuses deeds to whom they are not {@link For}, before anything of them is done. */
@Configuration(proxyBeanMethods = false)
class RolesAtServices {
    @Bean
    @org.springframework.context.annotation.Role(BeanDefinition.ROLE_INFRASTRUCTURE)
    static Advisor deedsByRole() {
        MethodInterceptor refusing = deed -> {
            For whom = requireNonNull(AnnotationUtils.findAnnotation(deed.getMethod(), For.class));
            Authentication asking = SecurityContextHolder.getContext().getAuthentication();
            if (asking != null && !(asking.getPrincipal() instanceof Account account && account.may(whom.value())))
                throw new Problem(
                        HttpStatus.FORBIDDEN,
                        "not-allowed",
                        "Your account is not allowed to do this. Nothing was changed.");
            return deed.proceed();
        };
        DefaultPointcutAdvisor advisor =
                new DefaultPointcutAdvisor(AnnotationMatchingPointcut.forMethodAnnotation(For.class), refusing);
        // before a transaction is begun for it
        advisor.setOrder(Ordered.HIGHEST_PRECEDENCE);
        return advisor;
    }
}
