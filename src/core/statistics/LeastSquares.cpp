// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/statistics/LeastSquares.h"

#include <Eigen/QR>
#include <cmath>

namespace steady::statistics {

double LinearFit::standardError(std::size_t of) const { return residual_s * std::sqrt(unscaled_variances[of]); }

std::optional<LinearFit> leastSquares(std::span<double const> design, std::size_t columns,
                                      std::span<double const> values) {
    if (columns == 0 || values.size() < columns || design.size() != columns * values.size()) return std::nullopt;
    using Matrix = Eigen::Matrix<double, Eigen::Dynamic, Eigen::Dynamic, Eigen::RowMajor>;
    auto const rows = static_cast<Eigen::Index>(values.size()), many = static_cast<Eigen::Index>(columns);
    Matrix x = Eigen::Map<Matrix const>(design.data(), rows, many);
    Eigen::VectorXd const y = Eigen::Map<Eigen::VectorXd const>(values.data(), rows);
    // Columns of one length each: years beside ones would cost digits, and hide which columns are the same.
    Eigen::RowVectorXd const lengths = x.colwise().norm();
    if ((lengths.array() <= 0).any() || !lengths.allFinite()) return std::nullopt;
    x.array().rowwise() /= lengths.array();
    Eigen::ColPivHouseholderQR<Eigen::MatrixXd> qr(x);
    qr.setThreshold(1e-11);
    if (qr.rank() < many) return std::nullopt;
    Eigen::VectorXd const scaled = qr.solve(y);
    Eigen::VectorXd const residuals = y - x * scaled;

    LinearFit fit;
    fit.dof = static_cast<int>(rows - many);
    if (fit.dof > 0) fit.residual_s = residuals.norm() / std::sqrt(static_cast<double>(fit.dof));
    fit.residuals.assign(residuals.begin(), residuals.end());
    Eigen::MatrixXd const r = qr.matrixR().topRows(many).template triangularView<Eigen::Upper>();
    Eigen::MatrixXd const inverse =
        qr.colsPermutation() *
        r.template triangularView<Eigen::Upper>().solve(Eigen::MatrixXd::Identity(many, many)).eval();
    for (Eigen::Index i = 0; i < many; ++i) {
        fit.coefficients.push_back(scaled(i) / lengths(i));
        fit.unscaled_variances.push_back(inverse.row(i).squaredNorm() / (lengths(i) * lengths(i)));
    }
    // Rows of the orthonormal part: x·R⁻¹ in the order of the pivots.
    Eigen::MatrixXd const q = x * inverse;
    for (Eigen::Index i = 0; i < rows; ++i) fit.leverages.push_back(q.row(i).squaredNorm());
    return fit;
}

} // namespace steady::statistics
