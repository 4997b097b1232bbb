package app.gewerk.core.reading;

import java.util.function.IntToDoubleFunction;

/** A symmetric positive definite matrix of a few rows, worked on in place: the reader makes thousands of them. */
final class SmallSymmetric {
    private final double[][] a;

    private SmallSymmetric(double[][] a) {
        this.a = a;
    }

    static SmallSymmetric diagonal(int size, IntToDoubleFunction value) {
        double[][] a = new double[size][size];
        for (int i = 0; i < size; i++) {
            a[i][i] = value.applyAsDouble(i);
        }
        return new SmallSymmetric(a);
    }

    static SmallSymmetric identity(int size) {
        return diagonal(size, i -> 1);
    }

    /** Adds w v vᵀ. */
    void addOuter(double[] v, double w) {
        for (int i = 0; i < v.length; i++) {
            for (int j = 0; j < v.length; j++) {
                a[i][j] += w * v[i] * v[j];
            }
        }
    }

    private double[][] cholesky() {
        int n = a.length;
        double[][] l = new double[n][n];
        for (int i = 0; i < n; i++) {
            for (int j = 0; j <= i; j++) {
                double sum = a[i][j];
                for (int k = 0; k < j; k++) {
                    sum -= l[i][k] * l[j][k];
                }
                l[i][j] = i == j ? Math.sqrt(sum) : sum / l[j][j];
            }
        }
        return l;
    }

    double logDeterminant() {
        double[][] l = cholesky();
        double sum = 0;
        for (int i = 0; i < l.length; i++) {
            sum += 2 * Math.log(l[i][i]);
        }
        return sum;
    }

    SmallSymmetric inverse() {
        int n = a.length;
        double[][] l = cholesky();
        double[][] inverse = new double[n][n];
        for (int column = 0; column < n; column++) {
            double[] x = new double[n];
            for (int i = 0; i < n; i++) {
                double sum = i == column ? 1 : 0;
                for (int k = 0; k < i; k++) {
                    sum -= l[i][k] * x[k];
                }
                x[i] = sum / l[i][i];
            }
            for (int i = n - 1; i >= 0; i--) {
                double sum = x[i];
                for (int k = i + 1; k < n; k++) {
                    sum -= l[k][i] * x[k];
                }
                x[i] = sum / l[i][i];
            }
            inverse[column] = x;
        }
        return new SmallSymmetric(inverse);
    }

    double at(int row, int column) {
        return a[row][column];
    }

    /** uᵀ A v. */
    double quadratic(double[] u, double[] v) {
        double sum = 0;
        for (int i = 0; i < u.length; i++) {
            for (int j = 0; j < v.length; j++) {
                sum += u[i] * a[i][j] * v[j];
            }
        }
        return sum;
    }

    double[] times(double[] v) {
        double[] product = new double[v.length];
        for (int i = 0; i < v.length; i++) {
            for (int j = 0; j < v.length; j++) {
                product[i] += a[i][j] * v[j];
            }
        }
        return product;
    }
}
