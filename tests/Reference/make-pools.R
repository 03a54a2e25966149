# Distributions, analyses of variance of published data, and pooled tests by numerical integration, with R's own functions. Rscript tests/Reference/make-pools.R
tables <- file.path(dirname(sub("--file=", "", grep("--file=", commandArgs(FALSE), value = TRUE))), "tables")
set.seed(4)
# Chances beyond t and F, from the middle to far out, with few and many degrees of freedom.
grid <- expand.grid(x = c(0.1, 0.7, 1.5, 2.6, 5, 12), above = c(1, 3, 7), below = c(2, 5, 14, 60, 400))
grid$fisher <- pf(grid$x, grid$above, grid$below, lower.tail = FALSE)
grid$student <- 2 * pt(grid$x, grid$below, lower.tail = FALSE)
write.csv(grid, file.path(tables, "distributions.csv"), row.names = FALSE, quote = FALSE)
# The speed of light by Michelson in 1879, five series of runs (Weekes 1986; data set morley of R): series as makers, runs as testers, whole and with
# cells left out, so that runs saw some series only. Sums of squares of makers after testers.
blocks <- NULL
for (left in c("none", "some", "many")) {
  d <- morley[morley$Run <= 8, ]
  if (left == "some") d <- d[(d$Run + d$Expt) %% 4 != 0, ]
  if (left == "many") d <- d[(d$Run * d$Expt) %% 3 == 1 | d$Run == 1 | d$Expt == 5, ]
  a <- anova(lm(Speed ~ factor(Run) + factor(Expt), d))
  effects <- coef(lm(Speed ~ 0 + factor(Expt) + factor(Run), d))[1:5]
  blocks <- rbind(blocks, data.frame(left = left, maker = d$Expt, tester = d$Run, value = d$Speed, makers = a[["Sum Sq"]][2], residual = a[["Sum Sq"]][3], freedom = a[["Df"]][3], apart = (effects - mean(effects))[d$Expt]))
}
write.csv(format(blocks, digits = 12), file.path(tables, "blocks.csv"), row.names = FALSE, quote = FALSE)
# One paint's tests: the usual scatter and the paint's own are both log-normal, integrated out over continuous values (no grid of ours).
rows <- NULL
for (paint in 1:12) {
  n <- sample(1:5, 1)
  truth <- runif(1, 0.1, 0.8)
  g <- truth * (1 - truth) + 0.02
  u <- g * runif(n, 0.02, 0.08)
  x <- truth + g * 0.15 * rnorm(n) + u * rnorm(n)
  g <- mean(x) * (1 - mean(x)) + 0.02
  part <- function(tau) {
    w <- 1 / (u^2 + (tau * g)^2)
    m <- sum(w * x) / sum(w)
    c(log = if (n > 1) 0.5 * sum(log(w)) - 0.5 * log(sum(w)) - 0.5 * sum(w * (x - m)^2) else 0, mean = m, var = 1 / sum(w))
  }
  # Marginal of the paint's own scatter: log-normal about a log-normal is log-normal.
  width <- sqrt(0.7^2 + 0.45^2)
  density <- function(lt) dnorm(lt, log(0.12), width)
  usual <- sqrt(mean(u^2))
  over <- function(f) integrate(Vectorize(function(lt) { p <- part(exp(lt)); exp(p[["log"]] - n) * density(lt) * f(p, exp(lt)) }), log(0.0005), log(6), subdivisions = 4000, rel.tol = 1e-9)$value
  all <- over(function(p, t) 1)
  mean <- over(function(p, t) p[["mean"]]) / all
  sd <- sqrt(over(function(p, t) p[["var"]] + (p[["mean"]] - mean)^2) / all)
  below <- function(v) over(function(p, t) pnorm(v, p[["mean"]], sqrt(p[["var"]] + (t * g)^2 + usual^2))) / all
  at <- function(c) uniroot(function(v) below(v) - c, c(mean - 3, mean + 3), tol = 1e-9)$root
  rows <- rbind(rows, data.frame(paint = paint, value = x, u = u, mean = mean, sd = sd, low = at(0.025), high = at(0.975)))
}
write.csv(format(rows, digits = 10), file.path(tables, "pools.csv"), row.names = FALSE, quote = FALSE)
