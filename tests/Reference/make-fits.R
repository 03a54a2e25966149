# Fits the courses of tests/Reference/tables/courses.csv with R's own least squares (nls with the port algorithm, then its own parameter polished by optimize) and writes what it finds.
# Rscript tests/Reference/make-fits.R
tables <- file.path(dirname(sub("--file=", "", grep("--file=", commandArgs(FALSE), value = TRUE))), "tables")
courses <- read.csv(file.path(tables, "courses.csv"))
out <- NULL
for (n in unique(courses$course)) {
  d <- courses[courses$course == n, ]
  w <- 1 / d$u^2
  last <- max(d$dose)
  straight <- lm(change ~ dose + 0, data = d, weights = w)
  best <- function(formula, starts, low, high) {
    fits <- lapply(starts, function(s) tryCatch(nls(formula, data = d, weights = w, start = s, algorithm = "port", lower = low, upper = high,
      control = nls.control(maxiter = 500, tol = 1e-10, warnOnly = TRUE)), error = function(e) NULL))
    fits <- Filter(Negate(is.null), fits)
    fits[[which.min(sapply(fits, deviance))]]
  }
  top <- max(d$change, 0.1)
  saturating <- best(change ~ A * (1 - exp(-k * dose)), lapply(c(0.05, 0.3, 1, 3, 10), function(r) list(A = top * 1.5, k = r / last)), c(0, 0.01 / last), c(1e6, 30 / last))
  power <- best(change ~ a * dose^p, lapply(c(0.3, 0.7, 1, 1.5), function(p) list(a = top / last^p, p = p)), c(0, 0.1), c(1e6, 2.5))
  polished <- function(shape, from, to) {
    dev <- function(x) deviance(lm(d$change ~ shape(exp(x), d$dose) + 0, weights = w))
    grid <- seq(log(from), log(to), length.out = 200)
    at <- grid[which.min(sapply(grid, dev))]
    step <- grid[2] - grid[1]
    x <- optimize(dev, c(max(log(from), at - step), min(log(to), at + step)), tol = 1e-12)$minimum
    c(coef(lm(d$change ~ shape(exp(x), d$dose) + 0, weights = w))[[1]], exp(x), dev(x))
  }
  s <- polished(function(k, h) 1 - exp(-k * h), 0.01 / last, 30 / last)
  q <- polished(function(p, h) h^p, 0.1, 2.5)
  stopifnot(s[3] <= deviance(saturating) + 1e-6, q[3] <= deviance(power) + 1e-6)
  chi2 <- c(deviance(straight), s[3], q[3])
  aic <- chi2 + 2 * c(1, 2, 2)
  weight <- exp(-(aic - min(aic)) / 2)
  weight <- weight / sum(weight)
  out <- rbind(out, data.frame(course = n, a = coef(straight)[[1]], A = s[1], k = s[2],
    b = q[1], p = q[2], chi2Straight = chi2[1], chi2Saturating = chi2[2], chi2Power = chi2[3],
    weightStraight = weight[1], weightSaturating = weight[2], weightPower = weight[3]))
}
write.csv(format(out, digits = 10), file.path(tables, "fits.csv"), row.names = FALSE, quote = FALSE)
