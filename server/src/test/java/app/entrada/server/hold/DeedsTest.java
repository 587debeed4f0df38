package app.entrada.server.hold;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.RunningServer;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.AccountService;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.platform.Problem;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.aop.support.AopUtils;
import org.springframework.context.ApplicationContext;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;

@ExtendWith(RunningServer.class)
@DisplayName("P4 A deed refuses whom it is not for, whichever way somebody came to it")
class DeedsTest {
    /** A deed of the running server. */
    private record Deed(Object of, Method method, Role least) {
        /** Calls it with nothing: who may not do it is refused before that is looked at. */
        Throwable call() throws IllegalAccessException {
            Object[] nothing = new Object[method.getParameterCount()];
            for (int i = 0; i < nothing.length; i++) nothing[i] = nothing(method.getParameterTypes()[i]);
            try {
                method.setAccessible(true);
                method.invoke(of, nothing);
                return new AssertionError("it was done");
            } catch (InvocationTargetException failed) {
                return failed.getCause();
            }
        }

        private static Object nothing(Class<?> type) {
            if (type == long.class) return 0L;
            if (type == int.class) return 0;
            return type == boolean.class ? false : null;
        }

        @Override
        public String toString() {
            return method.getDeclaringClass().getSimpleName() + "." + method.getName();
        }
    }

    private static final List<Deed> DEEDS = new ArrayList<>();

    @BeforeAll
    static void all_deeds_of_the_house() {
        ApplicationContext server = RunningServer.server();
        DEEDS.clear();
        for (String name : server.getBeanDefinitionNames()) {
            Object bean = server.getBean(name);
            for (Method method : AopUtils.getTargetClass(bean).getDeclaredMethods()) {
                For whom = method.getAnnotation(For.class);
                if (whom != null) DEEDS.add(new Deed(bean, method, whom.value()));
            }
        }
    }

    @AfterEach
    void nobody() {
        SecurityContextHolder.clearContext();
    }

    private static void as(String role) {
        Account account = RunningServer.bean(AccountService.class)
                .signIn(role, RunningServer.PASSWORD, "", "127.0.0.1", "")
                .orElseThrow();
        SecurityContextHolder.getContext()
                .setAuthentication(new UsernamePasswordAuthenticationToken(account, null, List.of()));
    }

    private static void refused(Deed deed) throws IllegalAccessException {
        assertThat(deed.call()).as(deed.toString()).isInstanceOfSatisfying(Problem.class, problem -> {
            assertThat(problem.answer().getStatusCode().value()).isEqualTo(403);
            assertThat(problem.getMessage()).contains("Nothing was changed");
        });
    }

    @Test
    void a_reader_is_refused_by_every_one_of_them() throws IllegalAccessException {
        assertThat(DEEDS).hasSizeGreaterThan(60);
        as("reader");
        for (Deed deed : DEEDS) refused(deed);
    }

    @Test
    void an_assistant_is_refused_by_those_of_managers() throws IllegalAccessException {
        as("assistant");
        List<Deed> managers =
                DEEDS.stream().filter(deed -> deed.least == Role.MANAGER).toList();
        assertThat(managers).hasSizeGreaterThan(15);
        for (Deed deed : managers) refused(deed);
    }

    @Test
    void a_stranger_is_refused_as_well_and_the_house_itself_is_not() throws IllegalAccessException {
        SecurityContextHolder.getContext()
                .setAuthentication(UsernamePasswordAuthenticationToken.unauthenticated("anybody", "nothing"));
        refused(DEEDS.get(0));
        SecurityContextHolder.clearContext();
        Deed undo = DEEDS.stream()
                .filter(deed -> deed.toString().equals("JobBoard.cancel"))
                .findFirst()
                .orElseThrow();
        assertThat(undo.call()).isInstanceOf(AssertionError.class).hasMessage("it was done");
    }
}
